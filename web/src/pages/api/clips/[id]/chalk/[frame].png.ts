import type { APIRoute } from 'astro';
import { chalkPicture } from '../../../../../server/chalk-files.ts';
import { frameAsked, ofSeenFilm } from '../../../../../server/front/asked.ts';
import { download } from '../../../_answer.ts';

export const GET: APIRoute = async (context) => {
  const id = await ofSeenFilm(context, context.params.id);
  const frame = frameAsked(context);
  return download(new Uint8Array(await chalkPicture(id, frame)), 'image/png', `frame-${frame}-${id}.png`);
};
