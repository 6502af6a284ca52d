import type { APIRoute } from 'astro';
import { z } from 'zod';
import { allowCamps } from '../../../../server/staff.ts';
import { atWork, bodyAs, json, ofCamp } from '../../_answer.ts';

/** Gives somebody the right to make camps of the organisation, or takes it. */
export const PUT: APIRoute = async (context) => {
  const { may } = await bodyAs(context, z.object({ may: z.boolean() }));
  const { camp, ...staff } = atWork(context);
  await allowCamps(camp, await ofCamp(context, 'staffMember', context.params.id), may, staff);
  return json({ may });
};
