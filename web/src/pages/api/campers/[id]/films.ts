import type { APIRoute } from 'astro';
import { filmsOfCamper } from '../../../../server/sort.ts';
import { answer } from '../../_answer.ts';
import { ofCamp } from '../../../../server/front/asked.ts';

export const GET: APIRoute = async (context) => {
  return answer('GET /api/campers/[id]/films', await filmsOfCamper(await ofCamp(context, 'camper', context.params.id)));
};
