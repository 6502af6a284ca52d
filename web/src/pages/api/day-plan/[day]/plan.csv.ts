import type { APIRoute } from 'astro';
import { z } from 'zod';
import { planCsv } from '../../../../server/day-plan-files.ts';
import { download } from '../../_answer.ts';
import { atWork } from '../../../../server/front/asked.ts';
import { parsed } from '../../../../server/front/parsed.ts';

export const GET: APIRoute = async (context) => {
  const day = parsed(z.iso.date(), context.params.day);
  return download(await planCsv(atWork(context).camp, day), 'text/csv; charset=utf-8', `day-plan-${day}.csv`);
};
