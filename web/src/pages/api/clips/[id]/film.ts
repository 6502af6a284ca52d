import type { APIRoute } from 'astro';
import { clipById } from '../../../../server/clips.ts';
import { benchPath } from '../../../../server/media.ts';
import { notFound } from '../../../../server/refusal.ts';
import { ofShownFilm } from '../../../../server/front/asked.ts';
import { keptFile } from '../../../../server/front/kept.ts';

/** The bench copy, whole or in parts. It never changes; whether it may still be shown is asked each time. */
export const GET: APIRoute = async (context) => {
  const clip = await clipById(await ofShownFilm(context, context.params.id));
  if (clip.state !== 'ready') throw notFound('The bench copy');
  return keptFile(context, { etag: clip.id, type: 'video/mp4', path: benchPath(clip.id), noun: 'The film' });
};
