import type { APIRoute } from 'astro';
import { z } from 'zod';
import { evaluationDocumentSchema } from '@stride-chalk/core';
import { saveDraft } from '../../../../server/evaluations.ts';
import { atWork, bodyAs, json, parsed } from '../../_answer.ts';

export const PUT: APIRoute = async (context) => {
  const document = await bodyAs(context, evaluationDocumentSchema);
  const row = await saveDraft(parsed(z.uuid(), context.params.id), document, atWork(context).id);
  return json({ id: row.id, version: row.version });
};
