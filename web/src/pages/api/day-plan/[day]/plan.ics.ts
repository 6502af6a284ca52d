import type { APIRoute } from 'astro';
import { z } from 'zod';
import { planCalendar } from '../../../../server/day-plan-files.ts';
import { download } from '../../_answer.ts';
import { atWork } from '../../../../server/front/asked.ts';
import { parsed, queryOf } from '../../../../server/front/parsed.ts';

/** The sessions of a day for a calendar (RFC 5545); `?staff=` narrows them to what one person films. */
export const GET: APIRoute = async (context) => {
  const day = parsed(z.iso.date(), context.params.day);
  const { staff = null } = queryOf(context, 'GET /api/day-plan/[day]/plan.ics');
  return download(await planCalendar(atWork(context).camp, day, staff), 'text/calendar; charset=utf-8', `day-plan-${day}.ics`);
};
