import type { APIRoute } from 'astro';
import { importRoster } from '../../../server/roster.ts';
import { answer } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';

/** Takes the rows of a file that was read and mended in the browser: all of them or none. */
export const POST: APIRoute = async (context) => {
  const { rows } = await bodyOf(context, 'POST /api/roster/import');
  const { camp, id } = atWork(context);
  return answer('POST /api/roster/import', await importRoster(camp, rows, id));
};
