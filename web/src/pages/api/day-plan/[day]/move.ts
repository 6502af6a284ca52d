import type { APIRoute } from 'astro';
import { moveInPlan } from '../../../../server/day-plans.ts';
import { dayPlanPage } from '../../../../server/day-plan-page.ts';
import { answer } from '../../_answer.ts';
import { dayToPlan, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** Moves one camper by hand. Rules that it breaks are named in the answer; nothing is refused. */
export const POST: APIRoute = async (context) => {
  const body = await bodyOf(context, 'POST /api/day-plan/[day]/move');
  await ofCamp(context, 'camper', body.camperId);
  const { camp, day, now, by } = dayToPlan(context);
  await moveInPlan(camp, day, { ...body, now, by });
  return answer('POST /api/day-plan/[day]/move', { page: await dayPlanPage(camp, day) });
};
