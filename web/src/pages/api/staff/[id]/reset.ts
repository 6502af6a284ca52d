import type { APIRoute } from 'astro';
import { resetPassword } from '../../../../server/staff.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';

export const POST: APIRoute = async (context) => {
  const { camp, id } = atWork(context);
  return answer(
    'POST /api/staff/[id]/reset',
    await resetPassword(camp, await ofCamp(context, 'staffMember', context.params.id), id),
  );
};
