import type { APIRoute } from 'astro';
import { noteLate } from '../../../../server/day-plans.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

export const PUT: APIRoute = async (context) => {
  const camper = await ofCamp(context, 'camper', context.params.id);
  const body = await bodyOf(context, 'PUT /api/campers/[id]/late');
  await noteLate(camper, body.day, body.fromMinute, atWork(context).id);
  return answer('PUT /api/campers/[id]/late', body);
};
