import type { APIRoute } from 'astro';
import { z } from 'zod';
import { rosterPatchSchema } from '@stride-chalk/core';
import { importRoster } from '../../../server/roster.ts';
import { json } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyAs } from '../../../server/front/parsed.ts';

const row = z.object({
  said: rosterPatchSchema,
  decision: z.union([z.enum(['match', 'new']), z.object({ update: z.uuid() })]),
  consent: z.enum(['keep', 'take']).nullable(),
});

/** Takes the rows of a file that was read and mended in the browser: all of them or none. */
export const POST: APIRoute = async (context) => {
  const { rows } = await bodyAs(context, z.object({ rows: z.array(row).max(5000) }));
  const { camp, id } = atWork(context);
  return json(await importRoster(camp, rows, id));
};
