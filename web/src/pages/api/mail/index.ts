import type { APIRoute } from 'astro';
import { keepMailSettings } from '../../../server/mail.ts';
import { answer } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';
import { bodyOf } from '../../../server/front/parsed.ts';

/** Keeps the settings of the camp's mail service; the password goes in and never comes out. */
export const PUT: APIRoute = async (context) => {
  const settings = await bodyOf(context, 'PUT /api/mail');
  const { camp, id } = atWork(context);
  return answer('PUT /api/mail', await keepMailSettings(camp.id, settings, id));
};
