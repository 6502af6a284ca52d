import type { APIRoute } from 'astro';
import { nameOrganisation } from '../../server/camp-settings.ts';
import { answer } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';
import { bodyOf } from '../../server/front/parsed.ts';

/** Names the organisation of the camp at work. */
export const PUT: APIRoute = async (context) => {
  const body = await bodyOf(context, 'PUT /api/organisation');
  const { camp, ...staff } = atWork(context);
  await nameOrganisation(camp, body.name, staff);
  return answer('PUT /api/organisation', body);
};
