import type { APIRoute } from 'astro';
import { releaseEvaluation } from '../../../../server/release-evaluation.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofSeeingScorer } from '../../../../server/front/asked.ts';

export const POST: APIRoute = async (context) => {
  const row = await releaseEvaluation(await ofSeeingScorer(context, 'evaluation', context.params.id), atWork(context).id);
  return answer('POST /api/evaluations/[id]/release', {
    id: row.id,
    version: row.version,
    releasedAt: row.releasedAt!.toISOString(),
  });
};
