import type { APIRoute } from 'astro';
import { clipById } from '../../../../server/clips.ts';
import { ofOwnFilm } from '../../../../server/front/asked.ts';
import { keptFile } from '../../../../server/front/kept.ts';
import { overviewPath } from '../../../../server/media.ts';

/** A small copy of the film of which a clip is, whole or in parts. */
export const GET: APIRoute = async (context) => {
  const { sha256 } = await clipById(await ofOwnFilm(context, context.params.id));
  return keptFile(context, { etag: `overview-${sha256}`, type: 'video/mp4', path: overviewPath(sha256), noun: 'The overview' });
};
