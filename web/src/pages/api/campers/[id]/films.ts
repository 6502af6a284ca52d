import type { APIRoute } from 'astro';
import { z } from 'zod';
import { filmsOfCamper } from '../../../../server/sort.ts';
import { atWork, json, parsed } from '../../_answer.ts';

export const GET: APIRoute = async (context) => {
  atWork(context);
  return json(await filmsOfCamper(parsed(z.uuid(), context.params.id)));
};
