import { readFile } from 'node:fs/promises';
import type { APIRoute } from 'astro';
import { clipById } from '../../../../server/clips.ts';
import { benchPath } from '../../../../server/media.ts';
import { notFound } from '../../../../server/refusal.ts';
import { keptBytes, ofShownCamper } from '../../_answer.ts';

/** The bench copy. It never changes; whether it may still be shown is asked each time. */
export const GET: APIRoute = async (context) => {
  const clip = await clipById(await ofShownCamper(context, 'clip', context.params.id));
  if (clip.state !== 'ready') throw notFound('The bench copy');
  return keptBytes(context, clip.id, 'video/mp4', () => readFile(benchPath(clip.id)));
};
