import type { APIRoute } from 'astro';
import { z } from 'zod';
import { uncountThrows } from '../../../../../server/arm-care.ts';
import { camperById } from '../../../../../server/campers.ts';
import { ofCamp, parsed } from '../../../_answer.ts';

export const DELETE: APIRoute = async (context) => {
  const { camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  await uncountThrows(camper.childId, parsed(z.uuid(), context.params.entry));
  return new Response(null, { status: 204 });
};
