import type { APIRoute } from 'astro';
import { done } from '../_answer.ts';
import { eraseClip, putBackClip } from '../../../server/remove-clip.ts';
import { ofCamp, ofShownCamper } from '../../../server/front/asked.ts';

/** Puts a removed film back with the work on it. */
export const PUT: APIRoute = async (context) => {
  await putBackClip(await ofShownCamper(context, 'removedClip', context.params.id));
  return done('PUT /api/removed-clips/[id]');
};

/** Erases it for good before its day is over. */
export const DELETE: APIRoute = async (context) => {
  await eraseClip(await ofCamp(context, 'removedClip', context.params.id));
  return done('DELETE /api/removed-clips/[id]');
};
