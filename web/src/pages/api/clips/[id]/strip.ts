import type { APIRoute } from 'astro';
import { ofOwnFilm } from '../../../../server/front/asked.ts';
import { keptBytes } from '../../../../server/front/kept.ts';
import { stripOf } from '../../../../server/tray/strip.ts';

/** Four small pictures of a clip in a row. */
export const GET: APIRoute = async (context) => {
  const clip = await ofOwnFilm(context, context.params.id);
  const { name, picture } = await stripOf(clip);
  return keptBytes(context, `${clip}-${name}`, 'image/jpeg', picture);
};
