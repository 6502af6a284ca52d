import type { APIRoute } from 'astro';
import { z } from 'zod';
import { todayAt } from '../../../../server/camps.ts';
import { withdrawCamper } from '../../../../server/roster.ts';
import { atWork, bodyAs, json, ofCamp } from '../../_answer.ts';

export const PUT: APIRoute = async (context) => {
  const camper = await ofCamp(context, 'camper', context.params.id);
  const { withdrawn } = await bodyAs(context, z.object({ withdrawn: z.boolean() }));
  const { camp, id } = atWork(context);
  await withdrawCamper(camper, withdrawn ? todayAt(camp) : null, id);
  return json({ withdrawn });
};
