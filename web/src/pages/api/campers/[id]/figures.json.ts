import type { APIRoute } from 'astro';
import { figuresFile } from '../../../../server/open-formats.ts';
import { ofShownToScorer } from '../../../../server/front/asked.ts';
import { download } from '../../_answer.ts';

export const GET: APIRoute = async (context) => {
  const id = await ofShownToScorer(context, context.params.id);
  return download(JSON.stringify(await figuresFile(id), null, 1), 'application/json', `figures-${id}.json`);
};
