import type { APIRoute } from 'astro';
import { resetPassword } from '../../../../server/staff.ts';
import { atWork, json, ofCamp } from '../../_answer.ts';

export const POST: APIRoute = async (context) => {
  const { camp, id } = atWork(context);
  return json(await resetPassword(camp, await ofCamp(context, 'staffMember', context.params.id), id), 201);
};
