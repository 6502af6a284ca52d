import type { APIRoute } from 'astro';
import { chaptersOf } from '../../../../server/open-formats.ts';
import { ofShownCamper } from '../../../../server/front/asked.ts';
import { download } from '../../_answer.ts';

export const GET: APIRoute = async (context) => {
  const id = await ofShownCamper(context, 'clip', context.params.id);
  return download(await chaptersOf(id), 'text/vtt; charset=utf-8', `key-frames-${id}.vtt`);
};
