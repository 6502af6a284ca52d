import type { APIRoute } from 'astro';
import { done } from '../../_answer.ts';
import { moveClip } from '../../../../server/move-clip.ts';
import { atWork, ofShownCamper } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** Moves a film with the work on it to another delivery of the camp, or to another view. */
export const POST: APIRoute = async (context) => {
  const clip = await ofShownCamper(context, 'clip', context.params.id);
  const to = await bodyOf(context, 'POST /api/clips/[id]/move');
  await moveClip(clip, { ...to, camp: atWork(context).camp });
  return done('POST /api/clips/[id]/move');
};
