import type { APIRoute } from 'astro';
import { finishSitting } from '../../../../server/sittings.ts';
import { done } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';

/** Ends one's own sitting; somebody else's is not found. */
export const POST: APIRoute = async (context) => {
  const sitting = await ofCamp(context, 'sitting', context.params.id);
  const { camp, id } = atWork(context);
  await finishSitting(camp, id, sitting);
  return done('POST /api/sittings/[id]/finish');
};
