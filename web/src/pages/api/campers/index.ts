import type { APIRoute } from 'astro';
import { rosterRowSchema } from '@stride-chalk/core';
import { addCamper } from '../../../server/roster.ts';
import { atWork, bodyAs, json } from '../_answer.ts';

export const POST: APIRoute = async (context) => {
  const row = await bodyAs(context, rosterRowSchema);
  const { camp, id } = atWork(context);
  return json({ id: await addCamper(camp, row, id) }, 201);
};
