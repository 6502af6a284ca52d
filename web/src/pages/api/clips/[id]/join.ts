import type { APIRoute } from 'astro';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';
import { joinClips } from '../../../../server/tray/cut-clips.ts';
import { answer } from '../../_answer.ts';

/** Joins a clip with another part of its film; answers the one that stands in their place. */
export const POST: APIRoute = async (context) => {
  const clip = await ofCamp(context, 'trayClip', context.params.id);
  const other = await ofCamp(context, 'trayClip', (await bodyOf(context, 'POST /api/clips/[id]/join')).with);
  return answer('POST /api/clips/[id]/join', { clips: [await joinClips(clip, other, atWork(context).id)] });
};
