import type { APIRoute } from 'astro';
import { compileDraft } from '../../../server/evaluations.ts';
import { answer } from '../_answer.ts';
import { atWork, ofSeeingScorer } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';

/** Starts a draft; the one that the page shows is named, so that nobody else's is replaced. */
export const POST: APIRoute = async (context) => {
  const { camperId, instead, from } = await bodyOf(context, 'POST /api/evaluations');
  await ofSeeingScorer(context, 'camper', camperId);
  const { id, version, document } = await compileDraft({ camperId, instead, from, by: atWork(context).id });
  return answer('POST /api/evaluations', { id, version, said: document.said });
};
