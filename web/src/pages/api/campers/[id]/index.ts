import type { APIRoute } from 'astro';
import { changeCamper } from '../../../../server/roster.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

export const PUT: APIRoute = async (context) => {
  const camper = await ofCamp(context, 'camper', context.params.id);
  const row = await bodyOf(context, 'PUT /api/campers/[id]');
  const { camp, id } = atWork(context);
  await changeCamper(camp, camper, row, id);
  return answer('PUT /api/campers/[id]', { id: camper });
};
