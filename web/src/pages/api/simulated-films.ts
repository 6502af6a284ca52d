import type { APIRoute } from 'astro';
import { z } from 'zod';
import { filmSimulated } from '../../server/simulated-camera.ts';
import { json } from './_answer.ts';
import { atWork, ofCamp } from '../../server/front/asked.ts';
import { bodyAs } from '../../server/front/parsed.ts';

/** Lets the simulated camera film a view. It goes on when the page is left; how far it is stands with the films of the camper. */
export const POST: APIRoute = async (context) => {
  const input = await bodyAs(context, z.object({ deliveryId: z.uuid(), view: z.enum(['openSide', 'front']) }));
  await ofCamp(context, 'delivery', input.deliveryId);
  await filmSimulated({ ...input, staffId: atWork(context).id });
  return json({ filming: true }, 202);
};
