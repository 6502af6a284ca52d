import type { APIRoute } from 'astro';
import { keepMailSettings, mailSettingsOf, mailSettingsSchema } from '../../../server/mail.ts';
import { json } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyAs } from '../../../server/front/parsed.ts';

/** Keeps the settings of the camp's mail service; the password goes in and never comes out. */
export const PUT: APIRoute = async (context) => {
  const settings = await bodyAs(context, mailSettingsSchema);
  const { camp, id } = atWork(context);
  await keepMailSettings(camp.id, settings, id);
  return json(await mailSettingsOf(camp.id));
};
