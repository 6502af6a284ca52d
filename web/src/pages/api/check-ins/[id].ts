import type { APIRoute } from 'astro';
import { z } from 'zod';
import { SENT_HEADER } from '@stride-chalk/core';
import { recordCheckIn } from '../../../server/check-ins.ts';
import { answer } from '../_answer.ts';
import { atWork, enteredAt, ofCamp } from '../../../server/front/asked.ts';
import { bodyOf, parsed } from '../../../server/front/parsed.ts';

/** One check-in under the id that the phone gave it. Sending it again changes nothing. */
export const PUT: APIRoute = async (context) => {
  const id = parsed(z.uuid({ version: 'v7' }), context.params.id);
  const body = await bodyOf(context, 'PUT /api/check-ins/[id]');
  await ofCamp(context, 'camper', body.camperId);
  // A page that does not say what its clock shows gives the moment itself, as far as it knows the server's.
  const notedAt = context.request.headers.has(SENT_HEADER) ? enteredAt(context, id) : Date.parse(body.notedAt);
  const { applied } = await recordCheckIn(id, body, atWork(context).id, notedAt);
  // The phone compares this with the moment at which a list was made.
  return answer('PUT /api/check-ins/[id]', { applied, at: new Date().toISOString() });
};
