import { and, eq, inArray, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import { addDays, type CampId, type StaffId } from '@stride-chalk/core';
import { db } from './db/connect.ts';
import { dropWorkOn } from './clip-work.ts';
import { camps, clips, films } from './db/schema.ts';
import { forgetFilms } from './film-files.ts';
import { log } from './log.ts';

/** How long films whose retention is over stay hidden before they are removed, in days: their lead can take it back. */
export const HIDDEN_DAYS = 14;
/** How long films that were taken back are kept at least, in days. */
const KEPT_ON_DAYS = 30;
const DAY = 86_400_000;

/**
 * Hides the footage of camps whose retention is over: it is in no list any more, and nobody sees it. Films that a longer retention reaches again come
 * back. Answers how many films were hidden.
 *
 * @param now the clock of the server, which has to be a believed one (see `believeClock`)
 */
export async function hideOldFootage(now: number): Promise<number> {
  const today = new Date(now).toISOString().slice(0, 10);
  const over = sql`exists (select 1 from ${films} join ${camps} on ${camps.id} = ${films.campId}
    where ${films.id} = ${clips.filmId} and ${camps.lastDay} + ${camps.retentionDays} < ${today}::date)`;
  await db()
    .update(clips)
    .set({ hiddenAt: null })
    .where(and(isNotNull(clips.hiddenAt), sql`not ${over}`));
  const hidden = await db()
    .update(clips)
    .set({ hiddenAt: new Date(now) })
    .where(and(isNull(clips.hiddenAt), over))
    .returning({ id: clips.id });
  if (hidden.length > 0) log.info({ films: hidden.length }, 'footage hidden: its retention is over');
  return hidden.length;
}

/**
 * Removes footage that has been hidden for its further delay: films, copies, frames, and the marks that mean nothing without them.
 * Levels and released evaluations stay. Answers how many films went.
 */
export async function removeHiddenFootage(now: number): Promise<number> {
  const gone = await db().transaction(async (tx) => {
    const old = await tx
      .select({ id: clips.id, sha256: films.sha256 })
      .from(clips)
      .innerJoin(films, eq(films.id, clips.filmId))
      .where(lt(clips.hiddenAt, new Date(now - HIDDEN_DAYS * DAY)))
      .for('update', { of: clips });
    const ids = old.map((c) => c.id);
    if (ids.length === 0) return [];
    await dropWorkOn(ids, tx);
    await tx.delete(clips).where(inArray(clips.id, ids));
    return old;
  });
  await forgetFilms(gone);
  if (gone.length > 0) log.info({ films: gone.length }, 'footage removed: its retention is over');
  return gone.length;
}

/** Films of a camp that are hidden, and the day from which they are removed; null for none. */
export async function hiddenAt(campId: CampId): Promise<{ readonly films: number; readonly from: string } | null> {
  const [row] = await db()
    .select({ films: sql<number>`count(*)::int`, first: sql<Date | null>`min(${clips.hiddenAt})` })
    .from(clips)
    .innerJoin(films, eq(films.id, clips.filmId))
    .where(and(eq(films.campId, campId), isNotNull(clips.hiddenAt)));
  if (!row?.first) return null;
  return { films: row.films, from: addDays(new Date(row.first).toISOString().slice(0, 10), HIDDEN_DAYS) };
}

/** Shows the hidden films of a camp again, and keeps them for a month at least: its retention is made longer. */
export async function keepHidden(campId: CampId, now: number, by: StaffId): Promise<void> {
  const until = addDays(new Date(now).toISOString().slice(0, 10), KEPT_ON_DAYS);
  await db()
    .update(camps)
    .set({
      retentionDays: sql`greatest(${camps.retentionDays}, ${until}::date - ${camps.lastDay})`,
      enteredBy: by,
      enteredAt: new Date(now),
    })
    .where(eq(camps.id, campId));
  await hideOldFootage(now);
}
