import type { APIRoute } from 'astro';
import { takeOutPracticeClip } from '../../../../server/practice-clips.ts';
import { done } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';

/** Where it was made it is taken out; what was scored on it stays. */
export const DELETE: APIRoute = async (context) => {
  await takeOutPracticeClip(await ofCamp(context, 'ownPracticeClip', context.params.id), atWork(context).id);
  return done('DELETE /api/practice-clips/[id]');
};
