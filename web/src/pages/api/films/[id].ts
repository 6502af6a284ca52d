import type { APIRoute } from 'astro';
import { z } from 'zod';
import type { ClipId } from '@stride-chalk/core';
import { atWork, ofCamp } from '../../../server/front/asked.ts';
import { bodyOf, parsed } from '../../../server/front/parsed.ts';
import { takeMoundFilm } from '../../../server/mound-films.ts';
import { answer } from '../_answer.ts';

/** Says what a film is whose bytes a phone has brought, under the id that the phone gave it. Sending it again changes nothing. */
export const PUT: APIRoute = async (context) => {
  const id = parsed(z.uuid({ version: 'v7' }), context.params.id) as ClipId;
  const film = await bodyOf(context, 'PUT /api/films/[id]');
  await ofCamp(context, 'camper', film.camperId);
  const { camp, id: staffId } = atWork(context);
  const made = await takeMoundFilm(camp, { ...film, id }, staffId);
  return answer('PUT /api/films/[id]', { id: made.id, state: made.state });
};
