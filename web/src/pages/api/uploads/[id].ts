import type { APIRoute } from 'astro';
import { clipIdSchema } from '@stride-chalk/core';
import { atWork } from '../../../server/front/asked.ts';
import { parsed } from '../../../server/front/parsed.ts';
import { uploadOf } from '../../../server/front/upload.ts';
import { notFound } from '../../../server/refusal.ts';
import { arrivedOf } from '../../../server/uploads.ts';
import { answer } from '../_answer.ts';

/** How much of a film has arrived. */
export const GET: APIRoute = async (context) => {
  const arrived = await arrivedOf(atWork(context).camp.id, parsed(clipIdSchema, context.params.id));
  if (!arrived) throw notFound('The film');
  return answer('GET /api/uploads/[id]', arrived);
};
/** The same by the protocol. */
export const HEAD: APIRoute = uploadOf;
/** Brings the next part. */
export const PATCH: APIRoute = uploadOf;
