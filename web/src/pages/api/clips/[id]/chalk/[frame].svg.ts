import type { APIRoute } from 'astro';
import { chalkDrawing } from '../../../../../server/chalk-files.ts';
import { frameAsked, ofSeenFilm } from '../../../../../server/front/asked.ts';
import { download } from '../../../_answer.ts';

export const GET: APIRoute = async (context) => {
  const id = await ofSeenFilm(context, context.params.id);
  const frame = frameAsked(context);
  return download(await chalkDrawing(id, frame), 'image/svg+xml', `frame-${frame}-${id}.svg`);
};
