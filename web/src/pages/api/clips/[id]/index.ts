import type { APIRoute } from 'astro';
import { z } from 'zod';
import { setCaptureScale } from '../../../../server/capture-rate.ts';
import { clipById } from '../../../../server/clips.ts';
import { removeClip } from '../../../../server/remove-clip.ts';
import { json } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

export const GET: APIRoute = async (context) => {
  const { id, state, progress, fileName, view } = await clipById(await ofCamp(context, 'clip', context.params.id));
  return json({ id, state, progress, fileName, view });
};

export const PATCH: APIRoute = async (context) => {
  const { captureScale, confirmed } = await bodyAs(
    context,
    z.object({ captureScale: z.number().positive().max(100), confirmed: z.boolean().default(false) }),
  );
  const clip = await ofCamp(context, 'clip', context.params.id);
  await setCaptureScale(clip, { captureScale, confirmed, by: atWork(context).id });
  return json({ captureScale });
};

export const DELETE: APIRoute = async (context) => {
  const clip = await ofCamp(context, 'clip', context.params.id);
  return json({ removed: await removeClip(clip, atWork(context).id) });
};
