import type { APIRoute } from 'astro';
import { done } from '../../_answer.ts';
import { tryAgain } from '../../../../server/prepare-clip.ts';
import { ofCamp } from '../../../../server/front/asked.ts';

/** Asks for a film that has failed once more. */
export const POST: APIRoute = async (context) => {
  await tryAgain(await ofCamp(context, 'trayClip', context.params.id));
  return done('POST /api/clips/[id]/again');
};
