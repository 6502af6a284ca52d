import type { APIRoute } from 'astro';
import { evaluationDocumentSchema } from '@stride-chalk/core';
import { saveDraft } from '../../../../server/evaluations.ts';
import { atWork, bodyAs, json, ofCamp } from '../../_answer.ts';

export const PUT: APIRoute = async (context) => {
  const document = await bodyAs(context, evaluationDocumentSchema);
  const row = await saveDraft(await ofCamp(context, 'evaluation', context.params.id), document, atWork(context).id);
  return json({ id: row.id, version: row.version });
};
