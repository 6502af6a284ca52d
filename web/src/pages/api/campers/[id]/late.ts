import type { APIRoute } from 'astro';
import { z } from 'zod';
import { noteLate } from '../../../../server/day-plans.ts';
import { json } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

export const PUT: APIRoute = async (context) => {
  const camper = await ofCamp(context, 'camper', context.params.id);
  const body = await bodyAs(context, z.object({ day: z.iso.date(), fromMinute: z.number().int().min(0).max(1440).nullable() }));
  await noteLate(camper, body.day, body.fromMinute, atWork(context).id);
  return json(body);
};
