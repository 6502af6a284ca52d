import type { APIRoute } from 'astro';
import { ofCamp } from '../../../../server/front/asked.ts';
import { tryFileAgain } from '../../../../server/tray/drop-file.ts';
import { done } from '../../_answer.ts';

export const POST: APIRoute = async (context) => {
  await tryFileAgain(await ofCamp(context, 'droppedFile', context.params.id));
  return done('POST /api/dropped-files/[id]/again');
};
