import type { APIRoute } from 'astro';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';
import { placeClips, requireClipsOf } from '../../../server/tray/place-clips.ts';
import { answer } from '../_answer.ts';

/** Puts clips under the deliveries that they show; those that cannot be are named with the reason. */
export const POST: APIRoute = async (context) => {
  const { clips } = await bodyOf(context, 'POST /api/tray/place');
  const { camp, id } = atWork(context);
  await requireClipsOf(
    camp,
    clips.map((c) => c.id),
  );
  return answer('POST /api/tray/place', await placeClips(camp, clips, id));
};
