import type { APIRoute } from 'astro';
import { useSheet } from '../../server/sheet-desk.ts';
import { answer } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';
import { bodyOf } from '../../server/front/parsed.ts';

/** Which version of the sheet the camp at work uses. */
export const PUT: APIRoute = async (context) => {
  const said = await bodyOf(context, 'PUT /api/camp-sheet');
  const { camp, id } = atWork(context);
  await useSheet(camp, said, id);
  return answer('PUT /api/camp-sheet', said);
};
