import type { APIRoute } from 'astro';
import { setCaptureScale } from '../../../../server/capture-rate.ts';
import { boundClip } from '../../../../server/clips.ts';
import { removeClip } from '../../../../server/remove-clip.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

export const GET: APIRoute = async (context) => {
  const { id, state, progress, fileName, view } = await boundClip(await ofCamp(context, 'clip', context.params.id));
  return answer('GET /api/clips/[id]', { id, state, progress, fileName, view });
};

export const PATCH: APIRoute = async (context) => {
  const { captureScale, confirmed } = await bodyOf(context, 'PATCH /api/clips/[id]');
  const clip = await ofCamp(context, 'clip', context.params.id);
  await setCaptureScale(clip, { captureScale, confirmed, by: atWork(context).id });
  return answer('PATCH /api/clips/[id]', { captureScale });
};

export const DELETE: APIRoute = async (context) => {
  const clip = await ofCamp(context, 'clip', context.params.id);
  return answer('DELETE /api/clips/[id]', { removed: await removeClip(clip, atWork(context).id) });
};
