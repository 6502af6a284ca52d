import type { APIRoute } from 'astro';
import { signedIn } from '../../server/at-work.ts';
import { ownerOfLink, takeLink } from '../../server/password-links.ts';
import { comeInWith } from '../../server/come-in.ts';
import { Refusal } from '../../server/refusal.ts';
import { hasStandInAddress } from '../../server/staff.ts';
import { seeOther } from './_answer.ts';
import { formOf } from '../../server/front/parsed.ts';

/** Chooses the password that belongs to an invitation or a reset, and signs in; or comes in with the account that is signed in. */
export const POST: APIRoute = async (context) => {
  const { token, as, password, name, email } = await formOf(context, 'POST /api/join');
  try {
    const owner = await ownerOfLink(token);
    if (as === 'me') {
      const me = await signedIn(context.request.headers);
      if (!me) throw new Refusal('not-signed-in', 'Your session has ended. Type the password that you have.', 401);
      if (!owner?.isNew)
        throw new Refusal('link-ended', 'This link has been used or has run out. Ask the lead for a new one.', 410);
      await comeInWith(owner.id, me.id);
      return seeOther('/');
    }
    // Only the first lead, who has no address yet, names himself here.
    const self = owner && hasStandInAddress(owner.address) && name && email ? { name, address: email } : null;
    return seeOther('/', await takeLink({ token, password, from: context.clientAddress, self }));
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return seeOther(`/join/${encodeURIComponent(token)}?${new URLSearchParams({ says: error.message })}`);
  }
};
