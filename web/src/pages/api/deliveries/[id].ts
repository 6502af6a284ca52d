import type { APIRoute } from 'astro';
import { done } from '../_answer.ts';
import { removeDelivery } from '../../../server/deliveries.ts';
import { atWork, ofCamp } from '../../../server/front/asked.ts';

/** Takes away a delivery of which nothing is there. */
export const DELETE: APIRoute = async (context) => {
  await removeDelivery(await ofCamp(context, 'delivery', context.params.id), atWork(context).id);
  return done('DELETE /api/deliveries/[id]');
};
