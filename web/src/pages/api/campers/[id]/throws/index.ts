import type { APIRoute } from 'astro';
import { z } from 'zod';
import { THROW_KINDS } from '@stride-chalk/core';
import { countThrows } from '../../../../../server/arm-care.ts';
import { camperById } from '../../../../../server/campers.ts';
import { atWork, bodyAs, json, ofCamp } from '../../../_answer.ts';

/** Counts throws that have been thrown; answers what is left. Sending the same id again counts nothing. */
export const POST: APIRoute = async (context) => {
  const { camp, camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  const body = await bodyAs(
    context,
    z.object({
      id: z.uuid({ version: 'v7' }),
      day: z.iso.date(),
      kind: z.enum(THROW_KINDS),
      count: z.number().int().min(1).max(300),
    }),
  );
  return json(await countThrows(camp, camper, { ...body, by: atWork(context).id }), 201);
};
