import type { StaffId } from '@stride-chalk/core';
import { and, asc, desc, eq, gt, isNull, sql } from 'drizzle-orm';
import { auth } from './accounts.ts';
import { inOrder, type Membership } from './camps.ts';
import { db, type Database } from './db/connect.ts';
import { campMakers, camps, campStaff, sessions, staff } from './db/schema.ts';

/** Who is at work, and where. */
export interface AtWork {
  readonly id: StaffId;
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
export async function signedIn(headers: Headers): Promise<{ readonly id: StaffId; readonly name: string } | null> {
  const found = await atWorkNow(headers);
  return found && { id: found.id, name: found.name };
}
