import type { APIRoute } from 'astro';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';
import { clipsComeFrom } from '../../../server/tray/origins.ts';
import { requireClipsOf } from '../../../server/tray/place-clips.ts';
import { done } from '../_answer.ts';

/** Says of clips that they come from a game or a family, or from the camp after all. */
export const POST: APIRoute = async (context) => {
  const { clips, origin } = await bodyOf(context, 'POST /api/tray/come-from');
  const { camp, id } = atWork(context);
  await requireClipsOf(camp, clips);
  await clipsComeFrom(clips, origin, id);
  return done('POST /api/tray/come-from');
};
