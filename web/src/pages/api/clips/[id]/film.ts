import { readFile } from 'node:fs/promises';
import type { APIRoute } from 'astro';
import { clipById } from '../../../../server/clips.ts';
import { benchPath } from '../../../../server/media.ts';
import { notFound } from '../../../../server/refusal.ts';
import { ofCamp } from '../../_answer.ts';

/** The bench copy. It never changes, so a browser may keep it; only for those who are at work. */
export const GET: APIRoute = async (context) => {
  const clip = await clipById(await ofCamp(context, 'clip', context.params.id));
  if (clip.state !== 'ready') throw notFound('The bench copy');
  const film = await readFile(benchPath(clip.id));
  return new Response(new Uint8Array(film), {
    headers: { 'content-type': 'video/mp4', 'cache-control': 'private, max-age=86400, immutable' },
  });
};
