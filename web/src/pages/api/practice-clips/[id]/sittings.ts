import type { APIRoute } from 'astro';
import { sitDown } from '../../../../server/sittings.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';

/** A coach sits down before a practice clip. */
export const POST: APIRoute = async (context) => {
  const clip = await ofCamp(context, 'practiceClip', context.params.id);
  const { camp, id } = atWork(context);
  return answer('POST /api/practice-clips/[id]/sittings', { id: await sitDown(camp, id, clip) });
};
