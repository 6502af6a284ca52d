import type { APIRoute } from 'astro';
import { addDelivery } from '../../../server/deliveries.ts';
import { answer } from '../_answer.ts';
import { atWork, ofCamp } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';

export const POST: APIRoute = async (context) => {
  const body = await bodyOf(context, 'POST /api/deliveries');
  await ofCamp(context, 'camper', body.camperId);
  return answer('POST /api/deliveries', await addDelivery({ ...body, staffId: atWork(context).id }));
};
