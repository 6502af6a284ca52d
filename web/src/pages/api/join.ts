import type { APIRoute } from 'astro';
import { z } from 'zod';
import { choosePassword, signIn } from '../../server/accounts.ts';
import { Refusal } from '../../server/refusal.ts';
import { parsed, seeOther } from './_answer.ts';

/** Chooses the password that belongs to an invitation or a reset, and signs in. */
export const POST: APIRoute = async (context) => {
  const { token, password } = parsed(z.object({ token: z.string().min(1).max(100), password: z.string().max(200) }), Object.fromEntries(await context.request.formData()));
  try {
    const { email } = await choosePassword(token, password);
    return seeOther('/', await signIn({ email, password, address: context.clientAddress }));
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return seeOther(`/join/${encodeURIComponent(token)}?${new URLSearchParams({ says: error.message })}`);
  }
};
