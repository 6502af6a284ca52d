import type { APIRoute } from 'astro';
import { figuresCsv } from '../../../../server/open-formats.ts';
import { ofShownToScorer } from '../../../../server/front/asked.ts';
import { download } from '../../_answer.ts';

export const GET: APIRoute = async (context) => {
  const id = await ofShownToScorer(context, context.params.id);
  return download(await figuresCsv(id), 'text/csv; charset=utf-8', `figures-${id}.csv`);
};
