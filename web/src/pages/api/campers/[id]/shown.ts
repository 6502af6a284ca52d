import type { APIRoute } from 'astro';
import { idSchema } from '@stride-chalk/core';
import { parsed } from '../../../../server/front/parsed.ts';
import { sittingShown } from '../../../../server/sittings.ts';
import { camperById } from '../../../../server/campers.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';

/** Whether a child may still be shown, for pages that stand open. */
export const GET: APIRoute = async (context) => {
  const { camp, ...by } = atWork(context);
  // At the bench of a practice clip its sitting stands in the place of the camper.
  const film = await sittingShown(camp, by, parsed(idSchema, context.params.id));
  if (film !== null) return answer('GET /api/campers/[id]/shown', { film });
  const { camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  return answer('GET /api/campers/[id]/shown', { film: camper.consent.film });
};
