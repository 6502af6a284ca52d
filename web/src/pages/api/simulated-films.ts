import type { APIRoute } from 'astro';
import { filmSimulated } from '../../server/simulated-camera.ts';
import { answer } from './_answer.ts';
import { atWork, ofCamp } from '../../server/front/asked.ts';
import { bodyOf } from '../../server/front/parsed.ts';

/** Lets the simulated camera film a view. It goes on when the page is left; how far it is stands with the films of the camper. */
export const POST: APIRoute = async (context) => {
  const input = await bodyOf(context, 'POST /api/simulated-films');
  await ofCamp(context, 'delivery', input.deliveryId);
  await filmSimulated({ ...input, staffId: atWork(context).id });
  return answer('POST /api/simulated-films', { filming: true });
};
