import type { APIRoute } from 'astro';
import { draftEffect } from '../../../server/sheet-desk.ts';
import { answer } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';

/** Counts only; nothing is changed. */
export const GET: APIRoute = async (context) => {
  const { camp, id } = atWork(context);
  return answer('GET /api/sheet-draft/effect', await draftEffect(camp, id));
};
