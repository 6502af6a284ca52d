import type { APIRoute } from 'astro';
import { inviteStaff } from '../../../server/staff.ts';
import { answer } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';

export const POST: APIRoute = async (context) => {
  const body = await bodyOf(context, 'POST /api/staff');
  const { camp, id } = atWork(context);
  return answer('POST /api/staff', await inviteStaff(camp, { ...body, by: id }));
};
