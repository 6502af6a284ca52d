import type { APIRoute } from 'astro';
import { z } from 'zod';
import { dayPlanPage } from '../../../../server/day-plan-page.ts';
import { atWork, json, parsed } from '../../_answer.ts';

/** The plan of a day as it stands, for a page that stays open. */
export const GET: APIRoute = async (context) =>
  json(await dayPlanPage(atWork(context).camp, parsed(z.iso.date(), context.params.day)));
