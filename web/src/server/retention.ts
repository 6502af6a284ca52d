import { inArray, sql } from 'drizzle-orm';
import { db } from './db/connect.ts';
import { clips, marks, points } from './db/schema.ts';
import { forgetFilms } from './film-files.ts';
import { log } from './log.ts';

/**
 * Removes the footage of camps whose retention is over: films, copies, frames, and the marks that mean nothing without them.
 * Levels and released evaluations stay. Answers how many films went.
 *
 * @param today the day up to which it counts, YYYY-MM-DD
 */
export async function removeOldFootage(today: string): Promise<number> {
  const gone = await db().transaction(async (tx) => {
    const old = (
      await tx.execute<{ id: string; sha256: string }>(sql`
      select clips.id, clips.sha256 from clips join deliveries on deliveries.id = clips.delivery_id join campers on campers.id = deliveries.camper_id
      join camps on camps.id = campers.camp_id where camps.last_day + camps.retention_days < ${today}::date`)
    ).rows;
    const ids = old.map((c) => c.id);
    if (ids.length === 0) return [];
    await tx.delete(marks).where(inArray(marks.clipId, ids));
    await tx.delete(points).where(inArray(points.clipId, ids));
    await tx.delete(clips).where(inArray(clips.id, ids));
    return old;
  });
  await forgetFilms(gone);
  if (gone.length > 0) log.info({ films: gone.length }, 'footage removed: its retention is over');
  return gone.length;
}
