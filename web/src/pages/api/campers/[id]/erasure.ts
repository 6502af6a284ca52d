import type { APIRoute } from 'astro';
import { camperById } from '../../../../server/campers.ts';
import { eraseCamper } from '../../../../server/children.ts';
import { Refusal } from '../../../../server/refusal.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** Erases everything that the camp keeps about a camper. It cannot be taken back, so the bib is typed once more. */
export const POST: APIRoute = async (context) => {
  const { camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  const { reason, bib } = await bodyOf(context, 'POST /api/campers/[id]/erasure');
  if (bib !== camper.bib) throw new Refusal('other-bib', `This is bib ${camper.bib}, not ${bib}. Nothing was erased.`, 409);
  return answer('POST /api/campers/[id]/erasure', { removed: await eraseCamper(camper.id, reason, atWork(context).id) });
};
