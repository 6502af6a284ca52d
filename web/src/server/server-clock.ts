import { eq } from 'drizzle-orm';
import { db } from './db/connect.ts';
import { serverClock } from './db/schema.ts';
import { log } from './log.ts';

const DAY = 86_400_000;
/** How far the clock may have gone since it was last believed: the machine of a camp may have been off for weeks. Our choice, no source. */
const MOST_AHEAD = 45 * DAY;
const MOST_BACK = DAY;

/**
 * Whether the clock of this machine can be believed: it has not jumped since it was last. A clock that jumps years ahead would end every retention at
 * once; nothing is removed by it until a lead has said that it is right.
 */
export async function believeClock(now = Date.now()): Promise<boolean> {
  const [known] = await db().select().from(serverClock);
  const ahead = known ? now - known.seenAt.getTime() : 0;
  if (known && (ahead > MOST_AHEAD || ahead < -MOST_BACK)) {
    await db()
      .update(serverClock)
      .set({ doubted: new Date(now) });
    log.warn({ shows: new Date(now), believed: known.seenAt }, 'the clock of this machine has jumped: nothing is removed by it');
    return false;
  }
  await confirmClock(now);
  return true;
}

/** Says that the clock is right as it is. */
export async function confirmClock(now = Date.now()): Promise<void> {
  const set = { seenAt: new Date(now), doubted: null };
  await db().insert(serverClock).values(set).onConflictDoUpdate({ target: serverClock.only, set });
}

/** What the clock showed when it was not believed, and when it last was; null while it is. */
export async function clockInDoubt(): Promise<{ readonly shows: Date; readonly believed: Date } | null> {
  const [row] = await db().select().from(serverClock).where(eq(serverClock.only, true));
  return row?.doubted ? { shows: row.doubted, believed: row.seenAt } : null;
}
