import type { APIRoute } from 'astro';
import { done } from '../_answer.ts';
import { dismissRefusal } from '../../../server/refusals.ts';
import { ofCamp } from '../../../server/front/asked.ts';

export const DELETE: APIRoute = async (context) => {
  await dismissRefusal(await ofCamp(context, 'refusal', context.params.id));
  return done('DELETE /api/refusals/[id]');
};
