import type { APIRoute } from 'astro';
import { campSettingsSchema, changeCamp } from '../../server/camp-settings.ts';
import { atWork, bodyAs, json } from './_answer.ts';

export const PUT: APIRoute = async (context) => {
  const settings = await bodyAs(context, campSettingsSchema);
  const { camp, id } = atWork(context);
  await changeCamp(camp.id, settings, id);
  return json(settings);
};
