import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth/minimal';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { eq, lt } from 'drizzle-orm';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { v7 } from 'uuid';
import { campsOf } from './camps.ts';
import { db, pool } from './db/connect.ts';
import { credentials, sessions, staff, verifications } from './db/schema.ts';
import { Refusal } from './refusal.ts';
import { installationSecret } from './secret.ts';

/** OWASP password storage cheat sheet: argon2id, 19 MiB, two passes, one lane. */
const ARGON2ID = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;
export const SHORTEST_PASSWORD = 10;
const DAY = 86_400;
/** Sixteen hours: from the gate in the morning to the end of the evening's work. */
const SESSION_SECONDS = 16 * 3600;
const LINK_SECONDS = 3 * DAY;

/** The address of the product as staff reach it; links are written with it. */
const publicUrl = (): string => process.env.STRIDE_URL ?? `http://127.0.0.1:${process.env.PORT ?? 4830}`;

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
    session: { expiresIn: SESSION_SECONDS, disableSessionRefresh: true },
    // Its own endpoints are not reachable: ours call it, and count failures per account and address.
    rateLimit: { enabled: false },
    telemetry: { enabled: false },
    logger: { level: 'error' },
  });
}
type Auth = ReturnType<typeof makeAuth>;
let made: Auth | null = null;
const auth = (): Auth => (made ??= makeAuth());
/** Tokens on their way from the library to the one who asked for them. */
const linksMade = new Map<string, string>();

/** Failed attempts in a quarter of an hour. A whole camp signs in from one address. */
const FAILURES = { account: 5, address: 60 } as const;
type Limits = Readonly<Record<keyof typeof FAILURES, RateLimiterPostgres>>;
let limiters: Limits | null = null;

/** Made once: each of them clears what has run out from time to time. */
function failureLimits(): Limits {
  const limit = (keyPrefix: keyof Limits) =>
    new RateLimiterPostgres({
      storeClient: pool(),
      storeType: 'pool',
      tableName: 'sign_in_limits',
      tableCreated: true,
      keyPrefix,
      points: FAILURES[keyPrefix],
      duration: 15 * 60,
    });
  limiters ??= { account: limit('account'), address: limit('address') };
  return limiters;
}

/** Removes sessions and links that have run out. */
export async function removeEnded(): Promise<void> {
  await db().delete(sessions).where(lt(sessions.expiresAt, new Date()));
  await db().delete(verifications).where(lt(verifications.expiresAt, new Date()));
}

/** Signs in; answers the cookies to set. Failures are counted per account and per network address. */
export async function signIn(input: {
  readonly email: string;
  readonly password: string;
  readonly address: string;
}): Promise<string[]> {
  const email = input.email.trim().toLowerCase();
  const { account, address } = failureLimits();
  const limits = [
    [account, email],
    [address, input.address],
  ] as const;
  for (const [limit, key] of limits) {
    const state = await limit.get(key);
    if (state && state.consumedPoints >= limit.points) throw tooMany(state.msBeforeNext);
  }
  try {
    const { headers } = await auth().api.signInEmail({ body: { email, password: input.password }, returnHeaders: true });
    const [person] = await db().select({ id: staff.id }).from(staff).where(eq(staff.email, email));
    if (!person || (await campsOf(person.id)).length === 0) {
      if (person) await endSessions(person.id);
      throw new Refusal('deactivated', 'This account is not active at any camp. Ask the lead.', 403);
    }
    await limits[0][0].delete(email);
    return headers.getSetCookie();
  } catch (error) {
    if (error instanceof Refusal) throw error;
    if (!isWrong(error)) throw error;
    for (const [limit, key] of limits)
      await limit.consume(key).catch((spent: unknown) => {
        if (!(spent instanceof RateLimiterRes)) throw spent;
      });
    throw new Refusal('wrong-password', 'Address and password do not belong together.', 401);
  }
}

const isWrong = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'statusCode' in error && [400, 401, 403].includes(Number(error.statusCode));
const tooMany = (ms: number): Refusal =>
  new Refusal(
    'too-many-attempts',
    `Too many failed attempts. Try again in ${Math.max(1, Math.ceil(ms / 60_000))} minutes, or ask the lead for a new link.`,
    429,
  );

/** Who the cookies of a request belong to; null for nobody, or when the session has ended. */
export async function signedIn(
  headers: Headers,
): Promise<{ readonly id: string; readonly name: string; readonly email: string } | null> {
  if (!headers.get('cookie')?.includes('stride-chalk.session_token')) return null;
  const found = await auth().api.getSession({ headers });
  return found ? { id: found.user.id, name: found.user.name, email: found.user.email } : null;
}

export async function signOut(headers: Headers): Promise<string[]> {
  const { headers: answer } = await auth().api.signOut({ headers, returnHeaders: true });
  return answer.getSetCookie();
}

export async function endSessions(staffId: string): Promise<void> {
  await db().delete(sessions).where(eq(sessions.userId, staffId));
}

/** A link with which a person chooses a password, for an invitation or a reset. Earlier links of the person end. */
export async function passwordLink(person: { readonly id: string; readonly email: string }): Promise<string> {
  await db().delete(verifications).where(eq(verifications.value, person.id));
  await auth().api.requestPasswordReset({ body: { email: person.email } });
  const token = linksMade.get(person.email);
  linksMade.delete(person.email);
  if (!token) throw new Error('the link was not made');
  return `${publicUrl()}/join/${token}`;
}

/** Whose link it is; null when it has been used or has run out. */
export async function ownerOfLink(token: string): Promise<{ readonly name: string; readonly email: string } | null> {
  const { internalAdapter } = await auth().$context;
  const link = await internalAdapter.findVerificationValue(`reset-password:${token}`);
  if (!link || link.expiresAt < new Date()) return null;
  const [row] = await db().select({ name: staff.name, email: staff.email }).from(staff).where(eq(staff.id, link.value));
  return row ?? null;
}

/** Sets the password that belongs to a link, and for the first lead his name and address; the link ends, and so does every session of the person. */
export async function choosePassword(
  token: string,
  password: string,
  self: { readonly name: string; readonly email: string } | null = null,
): Promise<{ readonly email: string }> {
  const owner = await ownerOfLink(token);
  if (!owner) throw new Refusal('link-ended', 'This link has been used or has run out. Ask the lead for a new one.', 410);
  if (password.length < SHORTEST_PASSWORD)
    throw new Refusal('short-password', `A password has at least ${SHORTEST_PASSWORD} characters.`);
  if (password.length > 128) throw new Refusal('long-password', 'A password has at most 128 characters.');
  if (self) {
    const [taken] = await db().select({ id: staff.id }).from(staff).where(eq(staff.email, self.email));
    if (taken) throw new Refusal('address-taken', 'Somebody else has this mail address.', 409);
  }
  await auth().api.resetPassword({ body: { token, newPassword: password } });
  if (self) await db().update(staff).set(self).where(eq(staff.email, owner.email));
  return { email: self?.email ?? owner.email };
}

/** Sets a password outright: for the accounts of the demo. */
export async function setPassword(staffId: string, password: string): Promise<void> {
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
