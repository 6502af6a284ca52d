import type { APIRoute } from 'astro';
import { dayPlanPage } from '../../../../server/day-plan-page.ts';
import { delayDay } from '../../../../server/day-plans.ts';
import { answer } from '../../_answer.ts';
import { dayToPlan } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** Everything that has not begun, later by so many minutes. */
export const POST: APIRoute = async (context) => {
  const body = await bodyOf(context, 'POST /api/day-plan/[day]/later');
  const { camp, day, now, by } = dayToPlan(context);
  await delayDay(camp, day, { ...body, now, by });
  return answer('POST /api/day-plan/[day]/later', { page: await dayPlanPage(camp, day) });
};
