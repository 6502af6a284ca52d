import type { APIRoute } from 'astro';
import { beginRound } from '../../../server/evening.ts';
import { answer } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';

/** The five clips that teach most, with what each coach had given. */
export const POST: APIRoute = async (context) => {
  const { camp, id } = atWork(context);
  return answer('POST /api/evening-rounds', { id: await beginRound(camp, id) });
};
