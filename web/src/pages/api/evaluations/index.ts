import type { APIRoute } from 'astro';
import { z } from 'zod';
import { compileDraft } from '../../../server/evaluations.ts';
import { atWork, bodyAs, json, ofCamp } from '../_answer.ts';

export const POST: APIRoute = async (context) => {
  const { camperId } = await bodyAs(context, z.object({ camperId: z.uuid() }));
  const { id, version, document } = await compileDraft(await ofCamp(context, 'camper', camperId), atWork(context).id);
  return json({ id, version, document }, 201);
};
