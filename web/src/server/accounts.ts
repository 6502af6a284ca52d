import type { StaffId } from '@stride-chalk/core';
import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth/minimal';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { and, asc, eq, isNull, lt } from 'drizzle-orm';
import { v7 } from 'uuid';
import { db, type Database } from './db/connect.ts';
import { campStaff, credentials, sessions, staff, verifications } from './db/schema.ts';
import { SHORTEST_PASSWORD } from './password-strength.ts';
import { notFound, Refusal } from './refusal.ts';
import { installationSecret } from './secret.ts';
import { countTry } from './sign-in-tries.ts';

/** OWASP password storage cheat sheet: argon2id, 19 MiB, two passes, one lane. */
const ARGON2ID = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;
const DAY = 86_400;
/** Sixteen hours: from the gate in the morning to the end of the evening's work. */
const SESSION_SECONDS = 16 * 3600;
const LINK_SECONDS = 3 * DAY;

/** The address of the product as staff reach it; links are written with it. */
const publicUrl = (): string => process.env.STRIDE_URL ?? `http://127.0.0.1:${process.env.PORT ?? 4830}`;

/** The address by which others than the laptop itself reach the product: links for them are written with it. */
export const reachedAt = (): string => process.env.STRIDE_URL ?? process.env.STRIDE_NETWORK_URL ?? publicUrl();

function makeAuth() {
  return betterAuth({
    baseURL: publicUrl(),
    secret: installationSecret(),
    database: drizzleAdapter(db(), {
      provider: 'pg',
      schema: { user: staff, session: sessions, account: credentials, verification: verifications },
    }),
    advanced: {
      database: { generateId: () => v7() },
      cookiePrefix: 'stride-chalk',
      useSecureCookies: publicUrl().startsWith('https:'),
    },
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: SHORTEST_PASSWORD,
      resetPasswordTokenExpiresIn: LINK_SECONDS,
      revokeSessionsOnPasswordReset: true,
      password: { hash: (password) => hash(password, ARGON2ID), verify: ({ password, hash: known }) => verify(known, password) },
      sendResetPassword: async ({ user, token }) => {
        linksMade.set(user.email, token);
      },
    },
    // A link is kept as its hash only.
    verification: { storeIdentifier: 'hashed' },
    user: { additionalFields: { address: { type: 'string', required: true } } },
    session: { expiresIn: SESSION_SECONDS, disableSessionRefresh: true },
    // Its own endpoints are not reachable: ours call it, and count failures per account and address.
    rateLimit: { enabled: false },
    telemetry: { enabled: false },
    logger: { level: 'error' },
  });
}
type Auth = ReturnType<typeof makeAuth>;
let made: { readonly on: Database; readonly auth: Auth } | null = null;
/** The sign-in library, set up once for a database. */
export function auth(): Auth {
  if (made?.on !== db()) made = { on: db(), auth: makeAuth() };
  return made.auth;
}
/** Tokens on their way from the library to the one who asked for them. */
const linksMade = new Map<string, string>();

/** A token for a link of an account; nothing but its hash is kept. */
export async function newToken(email: string): Promise<string> {
  await auth().api.requestPasswordReset({ body: { email } });
  const token = linksMade.get(email);
  linksMade.delete(email);
  if (!token) throw new Error('the link was not made');
  return token;
}

/** Removes sessions and links that have run out. */
export async function removeEnded(): Promise<void> {
  await db().delete(sessions).where(lt(sessions.expiresAt, new Date()));
  await db().delete(verifications).where(lt(verifications.expiresAt, new Date()));
}

/** How many accounts of one address are tried, the oldest first: more invitations to it never keep its owner out. */
const MOST_ACCOUNTS = 8;

/** A mail address as it is kept and compared. */
export const addressOf = (typed: string): string => typed.trim().toLowerCase();

/** The account of an address that has this password, signed in: whose it is, and the cookies to set. */
export async function openAccount(address: string, password: string) {
  const accounts = await db()
    .select({ id: staff.id, email: staff.email })
    .from(staff)
    .innerJoin(credentials, eq(credentials.userId, staff.id))
    .where(eq(staff.address, address))
    .orderBy(asc(staff.createdAt), asc(staff.id))
    .limit(MOST_ACCOUNTS);
  // An address without an account takes as long as one with an account: whether there is one is not told.
  for (const { id, email } of accounts.length > 0 ? accounts : [{ id: '' as StaffId, email: 'nobody@account.invalid' }]) {
    const opened = await auth()
      .api.signInEmail({ body: { email, password }, returnHeaders: true })
      .catch((error: unknown) => {
        if (isWrong(error)) return null;
        throw error;
      });
    if (opened) return { id, cookies: opened.headers.getSetCookie() };
  }
  return null;
}

/** Signs in; answers the cookies to set. Every try is counted per mail address and per network address, before the password is looked at. */
export async function signIn(input: {
  readonly email: string;
  readonly password: string;
  readonly address: string;
}): Promise<string[]> {
  const address = addressOf(input.email);
  const succeeded = await countTry(address, input.address);
  const opened = await openAccount(address, input.password);
  if (!opened) throw new Refusal('wrong-password', 'Address and password do not belong together.', 401);
  await succeeded();
  if (!(await worksSomewhere(opened.id))) {
    await endSessions(opened.id);
    throw new Refusal('deactivated', 'This account is not active at any camp. Ask the lead.', 403);
  }
  return opened.cookies;
}

const isWrong = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'statusCode' in error && [400, 401, 403].includes(Number(error.statusCode));
/** The mail address of an account. */
export async function addressOfAccount(id: StaffId): Promise<string> {
  const [row] = await db().select({ address: staff.address }).from(staff).where(eq(staff.id, id));
  if (!row) throw notFound('The account');
  return row.address;
}

export async function signOut(headers: Headers): Promise<string[]> {
  const { headers: answer } = await auth().api.signOut({ headers, returnHeaders: true });
  return answer.getSetCookie();
}

/** Whether an account is active at any camp. */
export async function worksSomewhere(staffId: StaffId): Promise<boolean> {
  const [row] = await db()
    .select({ id: campStaff.campId })
    .from(campStaff)
    .where(and(eq(campStaff.staffId, staffId), isNull(campStaff.deactivatedAt)))
    .limit(1);
  return row !== undefined;
}

export async function endSessions(staffId: StaffId): Promise<void> {
  await db().delete(sessions).where(eq(sessions.userId, staffId));
}

/** Sets a password outright: for the accounts of the demo. */
export async function setPassword(staffId: StaffId, password: string): Promise<void> {
  await db().transaction(async (tx) => {
    await tx.delete(credentials).where(eq(credentials.userId, staffId));
    await tx.insert(credentials).values({
      id: v7(),
      userId: staffId,
      accountId: staffId,
      providerId: 'credential',
      password: await hash(password, ARGON2ID),
    });
  });
}
