import type { APIRoute } from 'astro';
import { z } from 'zod';
import { atWork, ofCamp } from '../../../server/front/asked.ts';
import { bodyOf, parsed } from '../../../server/front/parsed.ts';
import { askRefilm, dropRefilm } from '../../../server/refilms.ts';
import { done } from '../_answer.ts';

/** Asks for a camper to be filmed once more, under an id of the page. */
export const PUT: APIRoute = async (context) => {
  const said = await bodyOf(context, 'PUT /api/refilms/[id]');
  const { camp, id } = atWork(context);
  await askRefilm(camp, parsed(z.uuid({ version: 'v7' }), context.params.id), said, id);
  return done('PUT /api/refilms/[id]');
};

/** Takes it back. */
export const DELETE: APIRoute = async (context) => {
  await dropRefilm(await ofCamp(context, 'refilm', context.params.id));
  return done('DELETE /api/refilms/[id]');
};
