import type { APIRoute } from 'astro';
import { z } from 'zod';
import { daySettingsSchema } from '@stride-chalk/core';
import { solveDay } from '../../../../server/day-plans.ts';
import { dayPlanPage } from '../../../../server/day-plan-page.ts';
import { atWork, bodyAs, json, parsed } from '../../_answer.ts';

/** Plans the day, or what is left of it, and answers the page's data. */
export const POST: APIRoute = async (context) => {
  const day = parsed(z.iso.date(), context.params.day);
  const body = await bodyAs(
    context,
    z.object({
      settings: daySettingsSchema,
      revision: z.number().int().nonnegative(),
      now: z.number().int().min(0).max(1440).nullable(),
      anew: z.boolean(),
    }),
  );
  const { camp, id } = atWork(context);
  const { moved, unplaced } = await solveDay(camp, day, { ...body, by: id });
  return json({ page: await dayPlanPage(camp, day), moved, unplaced });
};
