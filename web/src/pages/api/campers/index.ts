import type { APIRoute } from 'astro';
import { addCamper } from '../../../server/roster.ts';
import { searchEntries } from '../../../server/roster-links.ts';
import { answer } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';

/** Every camper with the page where his work goes on. */
export const GET: APIRoute = async (context) => {
  const { camp, role } = atWork(context);
  return answer('GET /api/campers', await searchEntries(camp, role));
};

export const POST: APIRoute = async (context) => {
  const row = await bodyOf(context, 'POST /api/campers');
  const { camp, id } = atWork(context);
  return answer('POST /api/campers', { id: await addCamper(camp, row, id) });
};
