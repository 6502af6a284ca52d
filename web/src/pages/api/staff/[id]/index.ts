import type { APIRoute } from 'astro';
import { z } from 'zod';
import { ROLES } from '../../../../server/access.ts';
import { changeStaff } from '../../../../server/staff.ts';
import { json } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

export const PATCH: APIRoute = async (context) => {
  const change = await bodyAs(context, z.object({ role: z.enum(ROLES).optional(), active: z.boolean().optional() }));
  const { camp, id: by } = atWork(context);
  await changeStaff(camp.id, await ofCamp(context, 'staffMember', context.params.id), { ...change, by });
  return json(change);
};
