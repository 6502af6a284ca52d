import type { APIRoute } from 'astro';
import { z } from 'zod';
import { evaluationDocumentSchema } from '@stride-chalk/core';
import { saveDraft } from '../../../../server/evaluations.ts';
import { json } from '../../_answer.ts';
import { atWork, ofSeeingScorer } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

/** Saves a draft as it was seen at a revision; answers the next one. */
export const PUT: APIRoute = async (context) => {
  const { document, revision, over } = await bodyAs(
    context,
    z.object({ document: evaluationDocumentSchema, revision: z.number().int(), over: z.boolean().default(false) }),
  );
  const id = await ofSeeingScorer(context, 'evaluation', context.params.id);
  const row = await saveDraft(id, document, { revision, over, by: atWork(context).id });
  return json({ id: row.id, version: row.version, revision: row.revision });
};
