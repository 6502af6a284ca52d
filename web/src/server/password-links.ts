import type { StaffId } from '@stride-chalk/core';
import { eq } from 'drizzle-orm';
import { auth, newToken, openAccount, reachedAt } from './accounts.ts';
import { comeInWith } from './come-in.ts';
import { db } from './db/connect.ts';
import { credentials, staff, verifications } from './db/schema.ts';
import { requireStrong } from './password-strength.ts';
import { Refusal } from './refusal.ts';
import { countTry } from './sign-in-tries.ts';

/** A link with which a person chooses a password, for an invitation or a reset. Earlier links of the account end. */
export async function passwordLink(person: { readonly id: StaffId; readonly email: string }): Promise<string> {
  await db().delete(verifications).where(eq(verifications.value, person.id));
  return `${reachedAt()}/join/${await newToken(person.email)}`;
}

export interface LinkOwner {
  readonly id: StaffId;
  readonly name: string;
  readonly address: string;
  /** True for an invitation: the account has had no password yet. */
  readonly isNew: boolean;
}

/** Whose link it is; null when it has been used or has run out. */
export async function ownerOfLink(token: string): Promise<LinkOwner | null> {
  const { internalAdapter } = await auth().$context;
  const link = await internalAdapter.findVerificationValue(`reset-password:${token}`);
  if (!link || link.expiresAt < new Date()) return null;
  const [row] = await db()
    .select({ id: staff.id, name: staff.name, address: staff.address, credential: credentials.id })
    .from(staff)
    .leftJoin(credentials, eq(credentials.userId, staff.id))
    .where(eq(staff.id, link.value as StaffId));
  return row ? { id: row.id, name: row.name, address: row.address, isNew: row.credential === null } : null;
}

/**
 * Takes the password that was typed on the page of a link. Of an invitation it may be that of an account that the address has already: then that
 * account comes in. Otherwise it becomes the password of the invited account. Nobody is told which of the two it was but by being signed in.
 *
 * @param self name and address of the first lead, who has none yet
 */
export async function takeLink(input: {
  readonly token: string;
  readonly password: string;
  readonly from: string;
  readonly self: { readonly name: string; readonly address: string } | null;
}): Promise<string[]> {
  const { token, password, from, self } = input;
  const owner = await ownerOfLink(token);
  if (!owner) throw new Refusal('link-ended', 'This link has been used or has run out. Ask the lead for a new one.', 410);
  const address = self?.address ?? owner.address;
  // Where no account that is there already is tried, a weak password costs no try.
  if (!owner.isNew || self) requireStrong(password, [self?.name ?? owner.name, address]);
  const succeeded = await countTry(address, from);
  if (owner.isNew && !self) {
    const known = await openAccount(address, password);
    if (known) {
      await succeeded();
      await comeInWith(owner.id, known.id);
      return known.cookies;
    }
  }
  requireStrong(password, [self?.name ?? owner.name, address]);
  await auth().api.resetPassword({ body: { token, newPassword: password } });
  if (self) await db().update(staff).set(self).where(eq(staff.id, owner.id));
  const opened = await openAccount(address, password);
  await succeeded();
  return opened?.cookies ?? [];
}
