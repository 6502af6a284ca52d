import type { APIRoute } from 'astro';
import { agreeToLevel } from '../../../../server/agreed-levels.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';

/** The other one of the two agrees. */
export const POST: APIRoute = async (context) => {
  const id = await ofCamp(context, 'agreedLevel', context.params.id);
  return answer('POST /api/agreed-levels/[id]/agreement', await agreeToLevel(id, atWork(context)));
};
