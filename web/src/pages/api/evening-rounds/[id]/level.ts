import type { APIRoute } from 'astro';
import { sayInRound } from '../../../../server/evening.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** What a coach gives a clip when all look at it together; his score stays. */
export const PUT: APIRoute = async (context) => {
  const round = await ofCamp(context, 'eveningRound', context.params.id);
  const said = await bodyOf(context, 'PUT /api/evening-rounds/[id]/level');
  await sayInRound(round, said, atWork(context).id);
  return answer('PUT /api/evening-rounds/[id]/level', said);
};
