import type { APIRoute } from 'astro';
import { sendTestMail } from '../../../server/mail.ts';
import { atWork, json } from '../_answer.ts';

/** Sends a test message to the lead who asks for it. */
export const POST: APIRoute = async (context) => {
  const { camp, email } = atWork(context);
  await sendTestMail(camp.id, email);
  return json({ to: email });
};
