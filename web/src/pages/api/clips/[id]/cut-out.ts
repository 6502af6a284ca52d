import type { APIRoute } from 'astro';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';
import { cutOut } from '../../../../server/tray/cut-clips.ts';
import { answer } from '../../_answer.ts';

/** Makes a clip of a part of a film that runs on; answers it. */
export const POST: APIRoute = async (context) => {
  const clip = await ofCamp(context, 'trayClip', context.params.id);
  const range = await bodyOf(context, 'POST /api/clips/[id]/cut-out');
  return answer('POST /api/clips/[id]/cut-out', { clips: [await cutOut(clip, range, atWork(context).id)] });
};
