import type { APIRoute } from 'astro';
import { rosterCsv } from '../../server/roster.ts';
import { atWork, download } from './_answer.ts';

export const GET: APIRoute = async (context) => {
  const { camp } = atWork(context);
  return download(await rosterCsv(camp), 'text/csv; charset=utf-8', `roster-${camp.firstDay}.csv`);
};
