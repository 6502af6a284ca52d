import type { APIRoute } from 'astro';
import { z } from 'zod';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf, parsed } from '../../../server/front/parsed.ts';
import { claimMound } from '../../../server/mound-claims.ts';
import { answer } from '../_answer.ts';

/** A device says at which mound it stands; answers which others do. */
export const PUT: APIRoute = async (context) => {
  const device = parsed(z.uuid(), context.params.device);
  const { mound, view } = await bodyOf(context, 'PUT /api/mounds/[device]');
  const { camp, id } = atWork(context);
  return answer('PUT /api/mounds/[device]', await claimMound(camp.id, device, { mound, view, by: id }));
};
