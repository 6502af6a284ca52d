import type { APIRoute } from 'astro';
import { camperById } from '../../../../server/campers.ts';
import { answerSameChild, askOtherCamps } from '../../../../server/same-child.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** Asks the other camps of the organisation whether they know the child, or says of one of their campers whether he is. */
export const POST: APIRoute = async (context) => {
  const { camp, camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  const said = await bodyOf(context, 'POST /api/campers/[id]/same-child');
  const by = atWork(context).id;
  if ('ask' in said) await askOtherCamps(camp, camper, by);
  else await answerSameChild(camp, camper, { ...said, by });
  return answer('POST /api/campers/[id]/same-child', said);
};
