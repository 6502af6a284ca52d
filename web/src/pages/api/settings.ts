import type { APIRoute } from 'astro';
import { changeCamp } from '../../server/camp-settings.ts';
import { listRoster } from '../../server/campers.ts';
import { campById } from '../../server/camps.ts';
import { answer } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';
import { bodyOf } from '../../server/front/parsed.ts';

export const PUT: APIRoute = async (context) => {
  const settings = await bodyOf(context, 'PUT /api/settings');
  const { camp, id } = atWork(context);
  await changeCamp(camp.id, settings, id);
  const outside = (await listRoster(await campById(camp.id))).filter((c) => c.outsideAges);
  return answer('PUT /api/settings', { outside: outside.map(({ bib, name, age }) => ({ bib, name, age })) });
};
