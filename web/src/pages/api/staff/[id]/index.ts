import type { APIRoute } from 'astro';
import { changeStaff } from '../../../../server/staff.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

export const PATCH: APIRoute = async (context) => {
  const change = await bodyOf(context, 'PATCH /api/staff/[id]');
  const { camp, id: by } = atWork(context);
  await changeStaff(camp.id, await ofCamp(context, 'staffMember', context.params.id), { ...change, by });
  return answer('PATCH /api/staff/[id]', change);
};
