import type { APIRoute } from 'astro';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';
import { setAside } from '../../../../server/tray/place-clips.ts';
import { done } from '../../_answer.ts';

/** Sets a clip aside with the reason, or takes it up again. */
export const PUT: APIRoute = async (context) => {
  const clip = await ofCamp(context, 'trayClip', context.params.id);
  const { why } = await bodyOf(context, 'PUT /api/clips/[id]/aside');
  const { camp, id } = atWork(context);
  await setAside(camp, clip, why, id);
  return done('PUT /api/clips/[id]/aside');
};
