import type { APIRoute } from 'astro';
import { chalkFilm } from '../../../../server/chalk-files.ts';
import { ofSeenFilm } from '../../../../server/front/asked.ts';
import { download } from '../../_answer.ts';

export const GET: APIRoute = async (context) => {
  const id = await ofSeenFilm(context, context.params.id);
  return download(new Uint8Array(await chalkFilm(id)), 'video/mp4', `chalk-line-${id}.mp4`);
};
