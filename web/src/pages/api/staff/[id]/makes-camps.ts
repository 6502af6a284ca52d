import type { APIRoute } from 'astro';
import { z } from 'zod';
import { allowCamps } from '../../../../server/staff.ts';
import { json } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

/** Gives somebody the right to make camps of the organisation, or takes it. */
export const PUT: APIRoute = async (context) => {
  const { may } = await bodyAs(context, z.object({ may: z.boolean() }));
  const { camp, ...staff } = atWork(context);
  await allowCamps(camp, await ofCamp(context, 'staffMember', context.params.id), may, staff);
  return json({ may });
};
