import type { APIRoute } from 'astro';
import { z } from 'zod';
import type { DroppedFileId } from '@stride-chalk/core';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf, parsed } from '../../../../server/front/parsed.ts';
import { dropFile, forgetFile } from '../../../../server/tray/drop-file.ts';
import { answer, done } from '../../_answer.ts';

/** Says what a file of a folder was called, once its bytes have arrived under this id. Sending it again changes nothing. */
export const PUT: APIRoute = async (context) => {
  const id = parsed(z.uuid({ version: 'v7' }), context.params.id) as DroppedFileId;
  const said = await bodyOf(context, 'PUT /api/dropped-files/[id]');
  const { camp, id: by } = atWork(context);
  const { state } = await dropFile(camp.id, id, said, by);
  return answer('PUT /api/dropped-files/[id]', { id, state });
};

/** Puts away a file that was turned away or has failed. */
export const DELETE: APIRoute = async (context) => {
  await forgetFile(await ofCamp(context, 'droppedFile', context.params.id));
  return done('DELETE /api/dropped-files/[id]');
};
