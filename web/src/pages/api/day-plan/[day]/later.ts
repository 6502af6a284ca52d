import type { APIRoute } from 'astro';
import { z } from 'zod';
import { dayPlanPage } from '../../../../server/day-plan-page.ts';
import { delayDay } from '../../../../server/day-plans.ts';
import { json } from '../../_answer.ts';
import { dayToPlan } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

/** Everything that has not begun, later by so many minutes. */
export const POST: APIRoute = async (context) => {
  const body = await bodyAs(context, z.object({ minutes: z.number().int().min(1).max(240), revision: z.number().int() }));
  const { camp, day, now, by } = dayToPlan(context);
  await delayDay(camp, day, { ...body, now, by });
  return json({ page: await dayPlanPage(camp, day) });
};
