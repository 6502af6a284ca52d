import type { APIRoute } from 'astro';
import { z } from 'zod';
import { todayAt } from '../../../../server/camps.ts';
import { withdrawCamper } from '../../../../server/roster.ts';
import { json } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

export const PUT: APIRoute = async (context) => {
  const camper = await ofCamp(context, 'camper', context.params.id);
  const { withdrawn } = await bodyAs(context, z.object({ withdrawn: z.boolean() }));
  const { camp, id } = atWork(context);
  await withdrawCamper(camper, withdrawn ? todayAt(camp) : null, id);
  return json({ withdrawn });
};
