import { Readable } from 'node:stream';
import type { APIRoute } from 'astro';
import { camperById } from '../../../../server/campers.ts';
import { exportCamper } from '../../../../server/children.ts';
import { download } from '../../_answer.ts';
import { ofCamp } from '../../../../server/front/asked.ts';

export const GET: APIRoute = async (context) => {
  const { camper } = await camperById(await ofCamp(context, 'camper', context.params.id));
  const { fileName, body } = await exportCamper(camper.id);
  return download(Readable.toWeb(body) as ReadableStream, 'application/zip', fileName);
};
