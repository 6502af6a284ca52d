import type { APIRoute } from 'astro';
import { z } from 'zod';
import { framePicture } from '../../../../../server/clips.ts';
import { ofCamp, parsed } from '../../../_answer.ts';

export const GET: APIRoute = async (context) => {
  const picture = await framePicture(
    await ofCamp(context, 'clip', context.params.id),
    parsed(z.coerce.number().int().nonnegative(), context.params.frame),
  );
  return new Response(new Uint8Array(picture), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=86400, immutable' },
  });
};
