import type { APIRoute } from 'astro';
import { signOut } from '../../server/accounts.ts';
import { seeOther } from './_answer.ts';

/** Signs out. What the browser kept of pages goes; what was entered and not sent yet stays on the device until its owner signs in again. */
export const POST: APIRoute = async (context) => {
  const answer = seeOther('/sign-in', await signOut(context.request.headers));
  answer.headers.set('clear-site-data', '"cache"');
  return answer;
};
