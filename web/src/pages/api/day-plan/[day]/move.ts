import type { APIRoute } from 'astro';
import { z } from 'zod';
import { moveInPlan } from '../../../../server/day-plans.ts';
import { dayPlanPage } from '../../../../server/day-plan-page.ts';
import { json } from '../../_answer.ts';
import { dayToPlan, ofCamp } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

const bodySchema = z.object({
  camperId: z.uuid(),
  mound: z.string().min(1).max(40),
  from: z.number().int().min(0).max(1440),
  revision: z.number().int().nonnegative(),
});

/** Moves one camper by hand. Rules that it breaks are named in the answer; nothing is refused. */
export const POST: APIRoute = async (context) => {
  const body = await bodyAs(context, bodySchema);
  await ofCamp(context, 'camper', body.camperId);
  const { camp, day, now, by } = dayToPlan(context);
  await moveInPlan(camp, day, { ...body, now, by });
  return json({ page: await dayPlanPage(camp, day) });
};
