import type { APIRoute } from 'astro';
import { camperById } from '../../../../server/campers.ts';
import { answer } from '../../_answer.ts';
import { ofCamp } from '../../../../server/front/asked.ts';

/** Whether a child may still be shown, for pages that stand open. */
export const GET: APIRoute = async (context) => {
  const { camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  return answer('GET /api/campers/[id]/shown', { film: camper.consent.film });
};
