import type { APIRoute } from 'astro';
import { z } from 'zod';
import { daySettingsSchema } from '@stride-chalk/core';
import { solveDay } from '../../../../server/day-plans.ts';
import { dayPlanPage } from '../../../../server/day-plan-page.ts';
import { json } from '../../_answer.ts';
import { dayToPlan } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

const bodySchema = z.object({ settings: daySettingsSchema, revision: z.number().int().nonnegative(), anew: z.boolean() });

/** Plans the day, or what is left of it, and answers the page's data. */
export const POST: APIRoute = async (context) => {
  const body = await bodyAs(context, bodySchema);
  const { camp, day, now, by } = dayToPlan(context);
  const { moved, unplaced } = await solveDay(camp, day, { ...body, now, by });
  return json({ page: await dayPlanPage(camp, day), moved, unplaced });
};
