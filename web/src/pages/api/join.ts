import type { APIRoute } from 'astro';
import { z } from 'zod';
import { choosePassword, ownerOfLink, signIn } from '../../server/accounts.ts';
import { Refusal } from '../../server/refusal.ts';
import { hasStandInAddress } from '../../server/staff.ts';
import { formAs, seeOther } from './_answer.ts';

/** Chooses the password that belongs to an invitation or a reset, and signs in. */
export const POST: APIRoute = async (context) => {
  const form = z.object({
    token: z.string().min(1).max(100),
    password: z.string().max(200),
    name: z.string().trim().min(1).max(80).optional(),
    email: z.email().max(200).toLowerCase().optional(),
  });
  const { token, password, name, email } = await formAs(context, form);
  try {
    const owner = await ownerOfLink(token);
    // Only the first lead, who has no address yet, names himself here.
    const self = owner && hasStandInAddress(owner.email) && name && email ? { name, email } : null;
    const chosen = await choosePassword(token, password, self);
    return seeOther('/', await signIn({ email: chosen.email, password, address: context.clientAddress }));
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return seeOther(`/join/${encodeURIComponent(token)}?${new URLSearchParams({ says: error.message })}`);
  }
};
