import { readFile } from 'node:fs/promises';
import type { APIRoute } from 'astro';
import { picturePath } from '../../../server/media.ts';
import { notFound } from '../../../server/refusal.ts';
import { keptBytes, ofShownCamper } from '../_answer.ts';

export const GET: APIRoute = async (context) => {
  const sha256 = await ofShownCamper(context, 'picture', context.params.sha256);
  return keptBytes(context, sha256, 'image/jpeg', () =>
    readFile(picturePath(sha256)).catch(() => {
      throw notFound('The picture');
    }),
  );
};
