import type { APIRoute } from 'astro';
import { framePicture } from '../../../../../server/frame-picture.ts';
import { frameAsked, ofShownFilm } from '../../../../../server/front/asked.ts';
import { keptBytes } from '../../../../../server/front/kept.ts';

export const GET: APIRoute = async (context) => {
  const clip = await ofShownFilm(context, context.params.id);
  const frame = frameAsked(context);
  return keptBytes(context, `${clip}-${frame}`, 'image/jpeg', () => framePicture(clip, frame));
};
