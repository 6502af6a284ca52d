import type { APIRoute } from 'astro';
import { z } from 'zod';
import { allowMore } from '../../../../server/arm-care.ts';
import { camperById } from '../../../../server/campers.ts';
import { atWork, bodyAs, json, ofCamp } from '../../_answer.ts';

/** The lead allows more throws on one day, with a reason that is kept. */
export const POST: APIRoute = async (context) => {
  const { camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  const body = await bodyAs(context, z.object({ day: z.iso.date(), reason: z.string().trim().min(3).max(400) }));
  await allowMore(camper.childId, { ...body, by: atWork(context).id });
  return json(body, 201);
};
