import type { APIRoute } from 'astro';
import { jointsFile } from '../../../../server/open-formats.ts';
import { readJoints } from '../../../../server/read-joints.ts';
import { atWork, ofShownToScorer } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';
import { answer, download } from '../../_answer.ts';

export const GET: APIRoute = async (context) => {
  const id = await ofShownToScorer(context, context.params.id);
  return download(JSON.stringify(await jointsFile(id), null, 1), 'application/json', `joints-${id}.json`);
};

/** Takes joints that another program has found. */
export const PUT: APIRoute = async (context) => {
  const id = await ofShownToScorer(context, context.params.id);
  const file = await bodyOf(context, 'PUT /api/campers/[id]/joints.json');
  return answer('PUT /api/campers/[id]/joints.json', await readJoints(id, file, atWork(context)));
};
