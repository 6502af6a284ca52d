import type { APIRoute } from 'astro';
import { z } from 'zod';
import { signIn } from '../../server/accounts.ts';
import { Refusal } from '../../server/refusal.ts';
import { localPath, parsed, seeOther } from './_answer.ts';

/** The form of the sign-in page: a page again, with the reason, when it is refused. */
export const POST: APIRoute = async (context) => {
  const { email, password, then } = parsed(z.object({ email: z.string().max(200), password: z.string().max(200), then: z.string().default('/') }), Object.fromEntries(await context.request.formData()));
  try {
    return seeOther(localPath(then), await signIn({ email, password, address: context.clientAddress }));
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return seeOther(`/sign-in?${new URLSearchParams({ then: localPath(then), why: error.code, says: error.message })}`);
  }
};
