import type { APIRoute } from 'astro';
import { z } from 'zod';
import { framePicture } from '../../../../../server/clips.ts';
import { parsed } from '../../../_answer.ts';

export const GET: APIRoute = async ({ params }) => {
  const picture = await framePicture(parsed(z.uuid(), params.id), parsed(z.coerce.number().int().nonnegative(), params.frame));
  return new Response(new Uint8Array(picture), { headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=86400, immutable' } });
};
