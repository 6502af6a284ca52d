import type { APIRoute } from 'astro';
import { z } from 'zod';
import { liftSore } from '../../../../../server/arm-care.ts';
import { camperById } from '../../../../../server/campers.ts';
import { atWork, bodyAs, json, ofCamp } from '../../../_answer.ts';

export const POST: APIRoute = async (context) => {
  const { camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  const { reason } = await bodyAs(context, z.object({ reason: z.string().trim().min(3).max(400) }));
  await liftSore(camper.childId, { reason, by: atWork(context).id });
  return json({ sore: false });
};
