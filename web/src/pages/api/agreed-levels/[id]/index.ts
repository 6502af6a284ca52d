import type { APIRoute } from 'astro';
import { z } from 'zod';
import { recordAgreed } from '../../../../server/agreed-levels.ts';
import { answer } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyOf, parsed } from '../../../../server/front/parsed.ts';

/** The level that holds where coaches differ, under the id that the device gave it. */
export const PUT: APIRoute = async (context) => {
  const id = parsed(z.uuid({ version: 'v7' }), context.params.id);
  const said = await bodyOf(context, 'PUT /api/agreed-levels/[id]');
  await ofCamp(context, 'delivery', said.deliveryId);
  return answer('PUT /api/agreed-levels/[id]', await recordAgreed(id, said, atWork(context)));
};
