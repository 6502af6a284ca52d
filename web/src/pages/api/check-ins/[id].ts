import type { APIRoute } from 'astro';
import { z } from 'zod';
import { checkInSchema, recordCheckIn } from '../../../server/check-ins.ts';
import { atWork, bodyAs, json, ofCamp, parsed } from '../_answer.ts';

/** One check-in under the id that the phone gave it. Sending it again changes nothing. */
export const PUT: APIRoute = async (context) => {
  const id = parsed(z.uuid({ version: 'v7' }), context.params.id);
  const body = await bodyAs(context, checkInSchema);
  await ofCamp(context, 'camper', body.camperId);
  const { applied } = await recordCheckIn(id, body, atWork(context).id);
  // The phone compares this with the moment at which a list was made.
  return json({ applied, at: new Date().toISOString() });
};
