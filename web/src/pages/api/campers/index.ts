import type { APIRoute } from 'astro';
import { rosterRowSchema } from '@stride-chalk/core';
import { addCamper } from '../../../server/roster.ts';
import { searchEntries } from '../../../server/roster-links.ts';
import { json } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyAs } from '../../../server/front/parsed.ts';

/** Every camper with the page where his work goes on. */
export const GET: APIRoute = async (context) => {
  const { camp, role } = atWork(context);
  return json(await searchEntries(camp, role));
};

export const POST: APIRoute = async (context) => {
  const row = await bodyAs(context, rosterRowSchema);
  const { camp, id } = atWork(context);
  return json({ id: await addCamper(camp, row, id) }, 201);
};
