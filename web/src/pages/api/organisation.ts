import type { APIRoute } from 'astro';
import { z } from 'zod';
import { nameOrganisation } from '../../server/camp-settings.ts';
import { json } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';
import { bodyAs } from '../../server/front/parsed.ts';

/** Names the organisation of the camp at work. */
export const PUT: APIRoute = async (context) => {
  const body = await bodyAs(context, z.object({ name: z.string().trim().min(1).max(120) }));
  const { camp, ...staff } = atWork(context);
  await nameOrganisation(camp, body.name, staff);
  return json(body);
};
