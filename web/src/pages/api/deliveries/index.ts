import type { APIRoute } from 'astro';
import { z } from 'zod';
import { DELIVERY_KINDS } from '@stride-chalk/core';
import { addDelivery } from '../../../server/deliveries.ts';
import { json } from '../_answer.ts';
import { atWork, ofCamp } from '../../../server/front/asked.ts';
import { bodyAs } from '../../../server/front/parsed.ts';

export const POST: APIRoute = async (context) => {
  const body = await bodyAs(
    context,
    z.object({ id: z.uuid(), camperId: z.uuid(), kind: z.enum(DELIVERY_KINDS), thrownOn: z.iso.date() }),
  );
  await ofCamp(context, 'camper', body.camperId);
  return json(await addDelivery({ ...body, staffId: atWork(context).id }), 201);
};
