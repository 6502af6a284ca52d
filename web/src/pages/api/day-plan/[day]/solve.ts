import type { APIRoute } from 'astro';
import { solveDay } from '../../../../server/day-plans.ts';
import { dayPlanPage } from '../../../../server/day-plan-page.ts';
import { answer } from '../../_answer.ts';
import { dayToPlan } from '../../../../server/front/asked.ts';
import { bodyOf } from '../../../../server/front/parsed.ts';

/** Plans the day, or what is left of it, and answers the page's data. */
export const POST: APIRoute = async (context) => {
  const body = await bodyOf(context, 'POST /api/day-plan/[day]/solve');
  const { camp, day, now, by } = dayToPlan(context);
  const { moved, unplaced } = await solveDay(camp, day, { ...body, now, by });
  return answer('POST /api/day-plan/[day]/solve', { page: await dayPlanPage(camp, day), moved, unplaced });
};
