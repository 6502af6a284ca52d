import type { APIRoute } from 'astro';
import { z } from 'zod';
import { compileDraft } from '../../../server/evaluations.ts';
import { json } from '../_answer.ts';
import { atWork, ofSeeingScorer } from '../../../server/front/asked.ts';
import { bodyAs } from '../../../server/front/parsed.ts';

/** Starts a draft; the one that the page shows is named, so that nobody else's is replaced. */
export const POST: APIRoute = async (context) => {
  const { camperId, instead, from } = await bodyAs(
    context,
    z.object({
      camperId: z.uuid(),
      instead: z.object({ id: z.uuid(), revision: z.number().int() }).nullable().default(null),
      from: z.enum(['levels', 'last released']).default('levels'),
    }),
  );
  await ofSeeingScorer(context, 'camper', camperId);
  const { id, version, document } = await compileDraft({ camperId, instead, from, by: atWork(context).id });
  return json({ id, version, document }, 201);
};
