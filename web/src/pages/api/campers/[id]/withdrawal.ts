import type { APIRoute } from 'astro';
import { todayAt } from '../../../../server/camps.ts';
import { withdrawCamper } from '../../../../server/roster.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

export const PUT: APIRoute = async (context) => {
  const camper = await ofCamp(context, 'camper', context.params.id);
  const { withdrawn } = await bodyOf(context, 'PUT /api/campers/[id]/withdrawal');
  const { camp, id } = atWork(context);
  await withdrawCamper(camper, withdrawn ? todayAt(camp) : null, id);
  return answer('PUT /api/campers/[id]/withdrawal', { withdrawn });
};
