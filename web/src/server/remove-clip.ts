import type { ClipId, StaffId, DeliveryId } from '@stride-chalk/core';
import { and, asc, eq, inArray, isNotNull, lt } from 'drizzle-orm';
import { isBound, presentClip, requireFree, type ClipRow } from './clips.ts';
import { db } from './db/connect.ts';
import { dropWorkOn, workOn, workOnClip } from './clip-work.ts';
import { clips, deliveries, films } from './db/schema.ts';
import { forgetFilms } from './film-files.ts';
import { enqueueClip } from './jobs.ts';
import { log } from './log.ts';
import { notFound } from './refusal.ts';

/** How long a removed film with work on it can be put back, in hours. */
export const KEPT_HOURS = 24;

/**
 * Removes a film. One that nobody has worked on goes at once, with its files. One with key frames, points or drawings is out of every list at once and is kept for a
 * day, so that the work can be put back. Says which it was.
 */
export async function removeClip(id: ClipId, by: StaffId): Promise<'gone' | 'kept'> {
  const clip = await db().transaction(async (tx): Promise<ClipRow | null> => {
    await tx.select({ id: clips.id }).from(clips).where(eq(clips.id, id)).for('update');
    const row = await presentClip(id, tx);
    if (!row) throw notFound('The clip');
    if ((await workOn(id, tx)) > 0) {
      await tx.update(clips).set({ removedAt: new Date(), removedBy: by }).where(eq(clips.id, id));
      return null;
    }
    await tx.delete(clips).where(eq(clips.id, id));
    return row;
  });
  if (!clip) return 'kept';
  await forgetFilms([clip]);
  return 'gone';
}

/** The removed films of some deliveries that can still be put back, with the work on them. */
export const removedOf = async (deliveryIds: readonly DeliveryId[]) =>
  deliveryIds.length === 0
    ? []
    : (
        await db()
          .select({
            id: clips.id,
            deliveryId: clips.deliveryId,
            view: clips.view,
            fileName: clips.fileName,
            work: workOnClip,
          })
          .from(clips)
          .where(and(inArray(clips.deliveryId, [...deliveryIds]), isNotNull(clips.removedAt)))
          .orderBy(asc(clips.removedAt))
      ).filter(isBound);

/** Puts a removed film back where it was, with the work on it; refused where another film has its place now. */
export async function putBackClip(id: ClipId): Promise<void> {
  const clip = await db().transaction(async (tx) => {
    const [row] = await tx
      .select()
      .from(clips)
      .where(and(eq(clips.id, id), isNotNull(clips.removedAt)))
      .for('update');
    if (!row) throw notFound('The removed film');
    if (isBound(row)) {
      await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.id, row.deliveryId)).for('update');
      await requireFree(row.deliveryId, row.view, tx);
    }
    await tx.update(clips).set({ removedAt: null, removedBy: null }).where(eq(clips.id, id));
    return row;
  });
  // Removed while its copy was made: that work ended with it.
  if (clip.state !== 'ready') await enqueueClip(id, clip.long);
}

/** Erases removed films for good: those named, with the work on them and their files. */
async function eraseRemoved(which: ReturnType<typeof eq>): Promise<number> {
  const gone = await db().transaction(async (tx) => {
    const rows = await tx
      .select({ id: clips.id, sha256: films.sha256 })
      .from(clips)
      .innerJoin(films, eq(films.id, clips.filmId))
      .where(and(isNotNull(clips.removedAt), which))
      .for('update', { of: clips });
    const ids = rows.map((r) => r.id);
    if (ids.length === 0) return [];
    await dropWorkOn(ids, tx);
    await tx.delete(clips).where(inArray(clips.id, ids));
    return rows;
  });
  await forgetFilms(gone);
  return gone.length;
}

/** Erases a removed film before its day is over. */
export async function eraseClip(id: ClipId): Promise<void> {
  if ((await eraseRemoved(eq(clips.id, id))) === 0) throw notFound('The removed film');
}

/** Erases the removed films whose day is over. Answers how many went. */
export async function endRemoved(now = Date.now()): Promise<number> {
  const count = await eraseRemoved(lt(clips.removedAt, new Date(now - KEPT_HOURS * 3600 * 1000)));
  if (count > 0) log.info({ films: count }, 'removed films erased: nobody has put them back');
  return count;
}
