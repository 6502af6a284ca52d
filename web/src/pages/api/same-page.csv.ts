import type { APIRoute } from 'astro';
import { levelsCsv } from '../../server/same-page.ts';
import { download } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';

export const GET: APIRoute = async (context) => {
  const { camp, id } = atWork(context);
  return download(await levelsCsv(camp, id), 'text/csv; charset=utf-8', `levels-${camp.firstDay}.csv`);
};
