import type { APIRoute } from 'astro';
import { z } from 'zod';
import { careEntrySchema } from '@stride-chalk/core';
import { recordCare } from '../../../server/care-entries.ts';
import { json } from '../_answer.ts';
import { atWork, ofCamp } from '../../../server/front/asked.ts';
import { bodyAs, parsed } from '../../../server/front/parsed.ts';

/** One entry about an arm under the id that the device gave it; answers how the arm stands after it. Sending it again changes nothing. */
export const PUT: APIRoute = async (context) => {
  const id = parsed(z.uuid({ version: 'v7' }), context.params.id);
  const entry = await bodyAs(context, careEntrySchema);
  await ofCamp(context, 'camper', entry.camperId);
  return json(await recordCare(id, entry, atWork(context)));
};
