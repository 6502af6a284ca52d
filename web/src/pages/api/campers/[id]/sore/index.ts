import type { APIRoute } from 'astro';
import { v7 } from 'uuid';
import { z } from 'zod';
import { SORE_PLACES } from '@stride-chalk/core';
import { reportSore } from '../../../../../server/arm-care.ts';
import { camperById } from '../../../../../server/campers.ts';
import { atWork, bodyAs, json, ofCamp } from '../../../_answer.ts';

/** Notes a sore arm at any time of the day. */
export const POST: APIRoute = async (context) => {
  const { camp, camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  const body = await bodyAs(context, z.object({ place: z.enum(SORE_PLACES), since: z.iso.date() }));
  await reportSore(camp, camper, { id: v7(), ...body, by: atWork(context).id });
  return json({ sore: true }, 201);
};
