import type { APIRoute } from 'astro';
import { addPracticeClip } from '../../../server/practice-clips.ts';
import { answer } from '../_answer.ts';
import { atWork, ofCamp } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';

/** A delivery of the camp becomes a practice clip of the organisation. */
export const POST: APIRoute = async (context) => {
  const said = await bodyOf(context, 'POST /api/practice-clips');
  await ofCamp(context, 'delivery', said.deliveryId);
  const { camp, id } = atWork(context);
  return answer('POST /api/practice-clips', { id: await addPracticeClip(camp, said, id) });
};
