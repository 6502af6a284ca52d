import type { APIRoute } from 'astro';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';
import { splitClip } from '../../../../server/tray/cut-clips.ts';
import { answer } from '../../_answer.ts';

/** Cuts a clip in two before one of its frames; answers the two that stand in its place. */
export const POST: APIRoute = async (context) => {
  const clip = await ofCamp(context, 'trayClip', context.params.id);
  const { frame } = await bodyOf(context, 'POST /api/clips/[id]/split');
  return answer('POST /api/clips/[id]/split', { clips: await splitClip(clip, frame, atWork(context).id) });
};
