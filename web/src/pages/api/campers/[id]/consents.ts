import type { APIRoute } from 'astro';
import { answer } from '../../_answer.ts';
import { recordConsents } from '../../../../server/consents.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** Writes down what a family has answered about filming; earlier answers stay in the history. */
export const POST: APIRoute = async (context) => {
  const camperId = await ofCamp(context, 'camper', context.params.id);
  const said = await bodyOf(context, 'POST /api/campers/[id]/consents');
  await recordConsents([{ ...said, camperId }], atWork(context).id);
  return answer('POST /api/campers/[id]/consents', said);
};
