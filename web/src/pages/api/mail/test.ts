import type { APIRoute } from 'astro';
import { addressOfAccount } from '../../../server/accounts.ts';
import { sendTestMail } from '../../../server/mail.ts';
import { answer } from '../_answer.ts';
import { atWork } from '../../../server/front/asked.ts';

/** Sends a test message to the lead who asks for it. */
export const POST: APIRoute = async (context) => {
  const { camp, id } = atWork(context);
  const to = await addressOfAccount(id);
  await sendTestMail(camp.id, to);
  return answer('POST /api/mail/test', { to });
};
