import type { APIRoute } from 'astro';
import { z } from 'zod';
import { recordEntry } from '../../../server/entries.ts';
import { answer } from '../_answer.ts';
import { atWork, enteredAt } from '../../../server/front/asked.ts';
import { bodyOf, parsed } from '../../../server/front/parsed.ts';

/** One thing entered at the bench, under the id that the browser gave it. Sending it again changes nothing. */
export const PUT: APIRoute = async (context) => {
  const id = parsed(z.uuid({ version: 'v7' }), context.params.id);
  const entry = await bodyOf(context, 'PUT /api/entries/[id]');
  return answer('PUT /api/entries/[id]', await recordEntry(id, entry, atWork(context), enteredAt(context, id)));
};
