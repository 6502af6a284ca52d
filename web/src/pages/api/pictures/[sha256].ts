import { readFile } from 'node:fs/promises';
import type { APIRoute } from 'astro';
import { picturePath } from '../../../server/media.ts';
import { notFound } from '../../../server/refusal.ts';
import { ofCamp } from '../_answer.ts';

export const GET: APIRoute = async (context) => {
  const sha256 = await ofCamp(context, 'picture', context.params.sha256);
  const picture = await readFile(picturePath(sha256)).catch(() => {
    throw notFound('The picture');
  });
  return new Response(new Uint8Array(picture), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=86400, immutable' },
  });
};
