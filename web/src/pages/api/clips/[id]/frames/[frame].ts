import type { APIRoute } from 'astro';
import { z } from 'zod';
import { framePicture } from '../../../../../server/frame-picture.ts';
import { ofShownFilm } from '../../../../../server/front/asked.ts';
import { keptBytes } from '../../../../../server/front/kept.ts';
import { parsed } from '../../../../../server/front/parsed.ts';

export const GET: APIRoute = async (context) => {
  const clip = await ofShownFilm(context, context.params.id);
  const frame = parsed(z.coerce.number().int().nonnegative(), context.params.frame);
  return keptBytes(context, `${clip}-${frame}`, 'image/jpeg', () => framePicture(clip, frame));
};
