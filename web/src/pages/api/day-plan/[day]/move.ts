import type { APIRoute } from 'astro';
import { z } from 'zod';
import { moveInPlan } from '../../../../server/day-plans.ts';
import { dayPlanPage } from '../../../../server/day-plan-page.ts';
import { atWork, bodyAs, json, ofCamp, parsed } from '../../_answer.ts';

/** Moves one camper by hand. Rules that it breaks are named in the answer; nothing is refused. */
export const POST: APIRoute = async (context) => {
  const day = parsed(z.iso.date(), context.params.day);
  const body = await bodyAs(
    context,
    z.object({
      camperId: z.uuid(),
      mound: z.string().min(1).max(40),
      from: z.number().int().min(0).max(1440),
      revision: z.number().int().nonnegative(),
    }),
  );
  await ofCamp(context, 'camper', body.camperId);
  const { camp, id } = atWork(context);
  await moveInPlan(camp, day, { ...body, now: null, by: id });
  return json({ page: await dayPlanPage(camp, day) });
};
