import type { APIRoute } from 'astro';
import { z } from 'zod';
import { camperById } from '../../../../server/campers.ts';
import { eraseChild } from '../../../../server/children.ts';
import { Refusal } from '../../../../server/refusal.ts';
import { atWork, bodyAs, json, ofCamp } from '../../_answer.ts';

/** Erases everything about a child. It cannot be taken back, so the bib is typed once more. */
export const POST: APIRoute = async (context) => {
  const { camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  const { reason, bib } = await bodyAs(
    context,
    z.object({ reason: z.enum(['asked by the family', 'retention ended', 'entered by mistake']), bib: z.number().int() }),
  );
  if (bib !== camper.bib) throw new Refusal('other-bib', `This is bib ${camper.bib}, not ${bib}. Nothing was erased.`, 409);
  return json({ removed: await eraseChild(camper.childId, reason, atWork(context).id) });
};
