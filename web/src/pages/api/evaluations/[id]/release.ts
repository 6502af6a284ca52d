import type { APIRoute } from 'astro';
import { z } from 'zod';
import { releaseEvaluation } from '../../../../server/evaluations.ts';
import { atWork, json, parsed } from '../../_answer.ts';

export const POST: APIRoute = async (context) => {
  const row = await releaseEvaluation(parsed(z.uuid(), context.params.id), atWork(context).id);
  return json({ id: row.id, version: row.version, releasedAt: row.releasedAt });
};
