import type { APIRoute } from 'astro';
import { tryAgain } from '../../../../server/prepare-clip.ts';
import { ofCamp } from '../../../../server/front/asked.ts';

/** Asks for a film that has failed once more. */
export const POST: APIRoute = async (context) => {
  await tryAgain(await ofCamp(context, 'clip', context.params.id));
  return new Response(null, { status: 202 });
};
