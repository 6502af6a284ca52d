import type { APIRoute } from 'astro';
import { z } from 'zod';
import { ROLES } from '../../../server/access.ts';
import { inviteStaff } from '../../../server/staff.ts';
import { json } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyAs } from '../../../server/front/parsed.ts';

export const POST: APIRoute = async (context) => {
  const body = await bodyAs(
    context,
    z.object({ name: z.string().trim().min(1).max(80), email: z.email().max(200), role: z.enum(ROLES) }),
  );
  const { camp, id } = atWork(context);
  return json(await inviteStaff(camp, { ...body, by: id }), 201);
};
