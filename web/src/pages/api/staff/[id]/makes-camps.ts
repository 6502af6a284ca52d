import type { APIRoute } from 'astro';
import { allowCamps } from '../../../../server/staff.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** Gives somebody the right to make camps of the organisation, or takes it. */
export const PUT: APIRoute = async (context) => {
  const { may } = await bodyOf(context, 'PUT /api/staff/[id]/makes-camps');
  const { camp, ...staff } = atWork(context);
  await allowCamps(camp, await ofCamp(context, 'staffMember', context.params.id), may, staff);
  return answer('PUT /api/staff/[id]/makes-camps', { may });
};
