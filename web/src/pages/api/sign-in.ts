import type { APIRoute } from 'astro';
import { signIn } from '../../server/accounts.ts';
import { Refusal } from '../../server/refusal.ts';
import { localPath, seeOther } from './_answer.ts';
import { formOf } from '../../server/front/parsed.ts';

/** The form of the sign-in page: a page again, with the reason, when it is refused. */
export const POST: APIRoute = async (context) => {
  const { email, password, go } = await formOf(context, 'POST /api/sign-in');
  try {
    return seeOther(localPath(go), await signIn({ email, password, address: context.clientAddress }));
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return seeOther(`/sign-in?${new URLSearchParams({ go: localPath(go), why: error.code, says: error.message })}`);
  }
};
