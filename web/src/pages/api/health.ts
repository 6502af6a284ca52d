import type { APIRoute } from 'astro';
import { databaseAnswers } from '../../server/db/connect.ts';
import { answer } from './_answer.ts';

/** Whether the product can work: it answers, and so does its database. */
export const GET: APIRoute = async () => {
  const ok = await databaseAnswers();
  return answer('GET /api/health', { ok }, ok ? 200 : 503);
};
