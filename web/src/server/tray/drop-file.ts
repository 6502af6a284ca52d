import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { and, asc, eq, gt, inArray, notInArray, or } from 'drizzle-orm';
import type { CampId, DroppedFileId, StaffId } from '@stride-chalk/core';
import { db } from '../db/connect.ts';
import { droppedFiles } from '../db/schema.ts';
import { enqueueFile } from '../jobs.ts';
import { uploadFolder } from '../media.ts';
import { idTaken, notFound, Refusal } from '../refusal.ts';
import { shortName } from '../short-name.ts';
import { arrivedOf, dropUpload } from '../uploads.ts';

/** States in which nothing is done with a file any more. */
const OVER = ['taken', 'double'] as const;

/**
 * A file whose bytes have all come is told with what it was called: from here on the server looks after it. Told again, it is the same one.
 *
 * @throws Refusal 'film-not-here' while bytes are missing
 */
export async function dropFile(
  campId: CampId,
  id: DroppedFileId,
  said: { readonly fileName: string; readonly folder: string; readonly bytes: number; readonly modifiedAt: string },
  by: StaffId,
): Promise<{ readonly id: DroppedFileId; readonly state: (typeof droppedFiles.$inferSelect)['state'] }> {
  const [there] = await db().select().from(droppedFiles).where(eq(droppedFiles.id, id));
  if (there) {
    if (there.campId !== campId) throw notFound('The file');
    if (there.bytes !== said.bytes) throw idTaken();
    if (there.state !== 'refused') return there;
    // Dropped once more after it was turned away: begun anew.
    await db().delete(droppedFiles).where(eq(droppedFiles.id, id));
  }
  const arrived = await arrivedOf(campId, id);
  if (arrived?.length !== said.bytes || arrived.offset !== said.bytes) {
    if (arrived && arrived.length !== said.bytes) await dropUpload(campId, id);
    throw new Refusal('film-not-here', 'The file has not arrived whole yet.', 409);
  }
  const [row] = await db()
    .insert(droppedFiles)
    .values({
      ...{ id, campId, bytes: said.bytes, modifiedAt: new Date(said.modifiedAt), enteredBy: by },
      ...{ fileName: shortName(said.fileName), folder: said.folder.slice(-200), state: 'waiting' },
    })
    .onConflictDoNothing()
    .returning();
  if (!row) throw idTaken();
  await enqueueFile(id);
  return row;
}

/** For so long it is said of a file that its bytes were here already. */
const DOUBLE_SHOWN_MS = 60 * 60_000;

/** The files of a camp of which something is still to be seen: under way, turned away, or just now found to be here already. */
export const filesOf = (campId: CampId) =>
  db()
    .select()
    .from(droppedFiles)
    .where(
      and(
        eq(droppedFiles.campId, campId),
        or(
          notInArray(droppedFiles.state, [...OVER]),
          and(eq(droppedFiles.state, 'double'), gt(droppedFiles.enteredAt, new Date(Date.now() - DOUBLE_SHOWN_MS))),
        ),
      ),
    )
    .orderBy(asc(droppedFiles.enteredAt), asc(droppedFiles.id));

/** Files that a stopped server left, the oldest first. */
export const filesUnderWay = () =>
  db()
    .select({ id: droppedFiles.id })
    .from(droppedFiles)
    .where(inArray(droppedFiles.state, ['waiting', 'looking']))
    .orderBy(asc(droppedFiles.enteredAt));

/** Where the bytes of a file lie until it is a film; null where they are gone. */
export async function bytesOf(file: { readonly id: DroppedFileId; readonly campId: CampId }): Promise<string | null> {
  const path = join(uploadFolder(file.campId), file.id);
  return (await stat(path).catch(() => null)) ? path : null;
}

/** Forgets a file that was turned away or has failed, with what lies here of it. One that is being looked at stays. */
export async function forgetFile(id: DroppedFileId): Promise<void> {
  const [row] = await db()
    .delete(droppedFiles)
    .where(and(eq(droppedFiles.id, id), inArray(droppedFiles.state, ['refused', 'failed'])))
    .returning();
  if (!row) throw notFound('The file');
  await dropUpload(row.campId, id);
}

/** Tries a file that has failed once more. */
export async function tryFileAgain(id: DroppedFileId): Promise<void> {
  const [row] = await db()
    .update(droppedFiles)
    .set({ state: 'waiting', reason: null, progress: 0 })
    .where(and(eq(droppedFiles.id, id), eq(droppedFiles.state, 'failed')))
    .returning({ id: droppedFiles.id });
  if (!row) throw notFound('The file');
  await enqueueFile(id);
}
