import type { APIRoute } from 'astro';
import { resetPassword } from '../../../../server/staff.ts';
import { atWork, json, ofCamp } from '../../_answer.ts';

export const POST: APIRoute = async (context) =>
  json(await resetPassword(atWork(context).camp, await ofCamp(context, 'staffMember', context.params.id)), 201);
