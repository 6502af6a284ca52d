import type { APIRoute } from 'astro';
import { ofShownCamper } from '../../../server/front/asked.ts';
import { keptFile } from '../../../server/front/kept.ts';
import { picturePath } from '../../../server/media.ts';

export const GET: APIRoute = async (context) => {
  const sha256 = await ofShownCamper(context, 'picture', context.params.sha256);
  return keptFile(context, { etag: sha256, type: 'image/jpeg', path: picturePath(sha256), noun: 'The picture' });
};
