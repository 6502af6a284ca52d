import type { APIRoute } from 'astro';
import { saveDraft } from '../../../../server/evaluations.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofSeeingScorer } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** Saves a draft as it was seen at a revision; answers the next one. */
export const PUT: APIRoute = async (context) => {
  const { said, revision, over } = await bodyOf(context, 'PUT /api/evaluations/[id]');
  const id = await ofSeeingScorer(context, 'evaluation', context.params.id);
  const row = await saveDraft(id, said, { revision, over, by: atWork(context).id });
  return answer('PUT /api/evaluations/[id]', { id: row.id, version: row.version, revision: row.revision });
};
