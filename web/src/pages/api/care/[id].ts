import type { APIRoute } from 'astro';
import { z } from 'zod';
import { recordCare } from '../../../server/care-entries.ts';
import { answer } from '../_answer.ts';
import { atWork, enteredAt, ofCamp } from '../../../server/front/asked.ts';
import { bodyOf, parsed } from '../../../server/front/parsed.ts';

/** One entry about an arm under the id that the device gave it; answers how the arm stands after it. Sending it again changes nothing. */
export const PUT: APIRoute = async (context) => {
  const id = parsed(z.uuid({ version: 'v7' }), context.params.id);
  const entry = await bodyOf(context, 'PUT /api/care/[id]');
  await ofCamp(context, 'camper', entry.camperId);
  return answer('PUT /api/care/[id]', await recordCare(id, entry, atWork(context), enteredAt(context, id)));
};
