import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth/minimal';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { and, asc, desc, eq, gt, isNull, lt, sql } from 'drizzle-orm';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { v7 } from 'uuid';
import { inOrder, type Membership } from './camps.ts';
import { comeInWith } from './come-in.ts';
import { db, pool, type Database } from './db/connect.ts';
import { campMakers, camps, campStaff, credentials, sessions, staff, verifications } from './db/schema.ts';
import { requireStrong, SHORTEST_PASSWORD } from './password-strength.ts';
import { notFound, Refusal } from './refusal.ts';
import { installationSecret } from './secret.ts';

/** OWASP password storage cheat sheet: argon2id, 19 MiB, two passes, one lane. */
const ARGON2ID = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;
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
    user: { additionalFields: { address: { type: 'string', required: true } } },
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

/** Attempts in a quarter of an hour that lead nowhere. A whole camp signs in from one address. */
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

/** How many accounts of one address are tried, the oldest first: more invitations to it never keep its owner out. */
const MOST_ACCOUNTS = 8;

/** A mail address as it is kept and compared. */
export const addressOf = (typed: string): string => typed.trim().toLowerCase();

/** Counts a try to sign in, before anything is looked at; of many at once each counts. Answers what a success takes back. */
async function countTry(account: string, from: string): Promise<() => Promise<void>> {
  const limits = failureLimits();
  const spend = async (limit: RateLimiterPostgres, key: string): Promise<void> => {
    await limit.consume(key).catch((spent: unknown) => {
      throw spent instanceof RateLimiterRes ? tooMany(spent.msBeforeNext) : spent;
    });
  };
  await spend(limits.address, from);
  await spend(limits.account, account);
  return async () => {
    await limits.account.delete(account);
    await limits.address.reward(from);
  };
}

/** The account of an address that has this password, signed in: whose it is, and the cookies to set. */
async function openAccount(address: string, password: string) {
  const accounts = await db()
    .select({ id: staff.id, email: staff.email })
    .from(staff)
    .innerJoin(credentials, eq(credentials.userId, staff.id))
    .where(eq(staff.address, address))
    .orderBy(asc(staff.createdAt), asc(staff.id))
    .limit(MOST_ACCOUNTS);
  // An address without an account takes as long as one with an account: whether there is one is not told.
  for (const { id, email } of accounts.length > 0 ? accounts : [{ id: '', email: 'nobody@account.invalid' }]) {
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
const tooMany = (ms: number): Refusal =>
  new Refusal(
    'too-many-attempts',
    `Too many attempts. Try again in ${Math.max(1, Math.ceil(ms / 60_000))} minutes, or ask the lead for a new link.`,
    429,
  );

/** Who is at work, and where. */
export interface AtWork {
  readonly id: string;
  readonly name: string;
  readonly camps: readonly Membership[];
}

const COOKIE = /(?:^|;\s*)((?:__Secure-)?stride-chalk\.session_token=[^;]+)/;
/** Cookies whose signature the library has found to be ours, with the session that each names: the signature of a cookie never changes. */
const signed = new Map<string, string>();
const MOST_SIGNED = 10_000;

/** The session that the cookie of a request names: looked up by the library the first time, remembered afterwards. Whether it still holds is not said. */
async function sessionNamed(headers: Headers): Promise<string | null> {
  const cookie = COOKIE.exec(headers.get('cookie') ?? '')?.[1];
  if (!cookie) return null;
  const known = signed.get(cookie);
  if (known) return known;
  const found = await auth().api.getSession({ headers });
  if (!found) return null;
  if (signed.size >= MOST_SIGNED) signed.clear();
  signed.set(cookie, found.session.id);
  return found.session.id;
}

/** The session with its person and his places at camps, in one question. */
const askBySession = (via: Database) =>
  via
    .select({ id: staff.id, name: staff.name, camp: camps, role: campStaff.role, maker: campMakers.staffId })
    .from(sessions)
    .innerJoin(staff, eq(staff.id, sessions.userId))
    .leftJoin(campStaff, and(eq(campStaff.staffId, staff.id), isNull(campStaff.deactivatedAt)))
    .leftJoin(camps, eq(camps.id, campStaff.campId))
    .leftJoin(campMakers, and(eq(campMakers.organisationId, camps.organisationId), eq(campMakers.staffId, staff.id)))
    .where(and(eq(sessions.id, sql.placeholder('session')), gt(sessions.expiresAt, sql`now()`)))
    .orderBy(desc(camps.firstDay), asc(camps.name))
    .prepare('at_work');
let prepared: { readonly on: Database; readonly query: ReturnType<typeof askBySession> } | null = null;

/** Prepared once a pool: it is asked with every request. */
function bySession() {
  if (prepared?.on !== db()) prepared = { on: db(), query: askBySession(db()) };
  return prepared.query;
}

/** Who the cookies of a request belong to, and where he works; null for nobody, or when the session has ended. Asked of the database each time. */
export async function atWorkNow(headers: Headers): Promise<AtWork | null> {
  const session = await sessionNamed(headers);
  if (!session) return null;
  const rows = await bySession().execute({ session });
  const [first] = rows;
  if (!first) return null;
  const places = rows.flatMap(({ camp, role, maker }) => (camp && role ? [{ camp, role, maker }] : []));
  return { id: first.id, name: first.name, camps: await inOrder(places) };
}

/** Who the cookies of a request belong to; null for nobody, or when the session has ended. */
export async function signedIn(headers: Headers): Promise<{ readonly id: string; readonly name: string } | null> {
  const found = await atWorkNow(headers);
  return found && { id: found.id, name: found.name };
}

/** The mail address of an account. */
export async function addressOfAccount(id: string): Promise<string> {
  const [row] = await db().select({ address: staff.address }).from(staff).where(eq(staff.id, id));
  if (!row) throw notFound('The account');
  return row.address;
}

export async function signOut(headers: Headers): Promise<string[]> {
  const { headers: answer } = await auth().api.signOut({ headers, returnHeaders: true });
  return answer.getSetCookie();
}

/** Whether an account is active at any camp. */
export async function worksSomewhere(staffId: string): Promise<boolean> {
  const [row] = await db()
    .select({ id: campStaff.campId })
    .from(campStaff)
    .where(and(eq(campStaff.staffId, staffId), isNull(campStaff.deactivatedAt)))
    .limit(1);
  return row !== undefined;
}

export async function endSessions(staffId: string): Promise<void> {
  await db().delete(sessions).where(eq(sessions.userId, staffId));
}

/** A link with which a person chooses a password, for an invitation or a reset. Earlier links of the account end. */
export async function passwordLink(person: { readonly id: string; readonly email: string }): Promise<string> {
  await db().delete(verifications).where(eq(verifications.value, person.id));
  await auth().api.requestPasswordReset({ body: { email: person.email } });
  const token = linksMade.get(person.email);
  linksMade.delete(person.email);
  if (!token) throw new Error('the link was not made');
  return `${publicUrl()}/join/${token}`;
}

export interface LinkOwner {
  readonly id: string;
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
    .where(eq(staff.id, link.value));
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
