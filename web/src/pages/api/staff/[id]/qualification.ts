import type { APIRoute } from 'astro';
import { decideQualification } from '../../../../server/qualification.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** What the lead decides of a coach of the camp, with the reason. */
export const PUT: APIRoute = async (context) => {
  const coach = await ofCamp(context, 'staffMember', context.params.id);
  const said = await bodyOf(context, 'PUT /api/staff/[id]/qualification');
  const { camp, id } = atWork(context);
  await decideQualification(camp.id, coach, said, id);
  return answer('PUT /api/staff/[id]/qualification', said);
};
