import { readFile } from 'node:fs/promises';
import type { APIRoute } from 'astro';
import { z } from 'zod';
import { picturePath } from '../../../server/media.ts';
import { notFound } from '../../../server/refusal.ts';
import { parsed } from '../_answer.ts';

export const GET: APIRoute = async ({ params }) => {
  const sha256 = parsed(z.string().regex(/^[0-9a-f]{64}$/), params.sha256);
  const picture = await readFile(picturePath(sha256)).catch(() => {
    throw notFound('The picture');
  });
  return new Response(new Uint8Array(picture), { headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=86400, immutable' } });
};
