import type { APIRoute } from 'astro';
import { consentSchema, recordConsents } from '../../../../server/consents.ts';
import { json } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

/** Writes down what a family has answered about filming; earlier answers stay in the history. */
export const POST: APIRoute = async (context) => {
  const camperId = await ofCamp(context, 'camper', context.params.id);
  const answer = await bodyAs(context, consentSchema);
  await recordConsents([{ ...answer, camperId }], atWork(context).id);
  return json(answer, 201);
};
