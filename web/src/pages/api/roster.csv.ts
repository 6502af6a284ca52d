import type { APIRoute } from 'astro';
import { rosterCsv } from '../../server/roster.ts';
import { download } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';

export const GET: APIRoute = async (context) => {
  const { camp } = atWork(context);
  return download(await rosterCsv(camp), 'text/csv; charset=utf-8', `roster-${camp.firstDay}.csv`);
};
