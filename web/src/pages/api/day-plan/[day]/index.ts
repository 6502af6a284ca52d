import type { APIRoute } from 'astro';
import { z } from 'zod';
import { dayPlanPage } from '../../../../server/day-plan-page.ts';
import { answer } from '../../_answer.ts';
import { atWork } from '../../../../server/front/asked.ts';
import { parsed } from '../../../../server/front/parsed.ts';

/** The plan of a day as it stands, for a page that stays open. */
export const GET: APIRoute = async (context) =>
  answer('GET /api/day-plan/[day]', await dayPlanPage(atWork(context).camp, parsed(z.iso.date(), context.params.day)));
