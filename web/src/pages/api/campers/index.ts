import type { APIRoute } from 'astro';
import { rosterRowSchema } from '@stride-chalk/core';
import { addCamper } from '../../../server/roster.ts';
import { json } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyAs } from '../../../server/front/parsed.ts';

export const POST: APIRoute = async (context) => {
  const row = await bodyAs(context, rosterRowSchema);
  const { camp, id } = atWork(context);
  return json({ id: await addCamper(camp, row, id) }, 201);
};
