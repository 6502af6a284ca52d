import type { APIRoute } from 'astro';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';
import { requireClipsOf, takeOutClips } from '../../../server/tray/place-clips.ts';
import { done } from '../_answer.ts';

/** Takes clips out of their deliveries, with the work on them. */
export const POST: APIRoute = async (context) => {
  const { clips } = await bodyOf(context, 'POST /api/tray/take-out');
  const { camp, id } = atWork(context);
  await requireClipsOf(camp, clips);
  await takeOutClips(camp, clips, id);
  return done('POST /api/tray/take-out');
};
