import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { link } from 'node:fs/promises';
import { dirname } from 'node:path';
import { and, eq, inArray } from 'drizzle-orm';
import type { ClipId, DroppedFileId, FilmId } from '@stride-chalk/core';
import { answerFor } from '../capture-rate.ts';
import { db } from '../db/connect.ts';
import { clips, droppedFiles, films } from '../db/schema.ts';
import { dropUnnamed, withFilmLock } from '../film-files.ts';
import { filmWith } from '../films.ts';
import { inspectFilm } from '../intake/inspect.ts';
import { isDiskFull, ToolFailure } from '../intake/run-tool.ts';
import { withWorkFolder } from '../intake/work-folder.ts';
import { enqueueClip } from '../jobs.ts';
import { log } from '../log.ts';
import { originalPath } from '../media.ts';
import { newId } from '../new-id.ts';
import { Refusal } from '../refusal.ts';
import { syncFolder } from '../sync-folder.ts';
import { dropUpload } from '../uploads.ts';
import { cameraOf } from './cameras.ts';
import { bytesOf } from './drop-file.ts';

type File = typeof droppedFiles.$inferSelect;

/**
 * Makes a film of a file that has come, and a clip of it that is to be sorted. Ended in the middle it is begun anew; done twice, it is done once. What it refuses is gone from the disk, with the reason kept; what fails
 * for a reason that is none of the file's stays, and can be tried again.
 */
export async function takeDroppedFile(id: DroppedFileId): Promise<void> {
  const [file] = await db()
    .update(droppedFiles)
    .set({ state: 'looking', reason: null })
    .where(and(eq(droppedFiles.id, id), inArray(droppedFiles.state, ['waiting', 'looking'])))
    .returning();
  if (!file) return;
  try {
    await takeIn(file);
  } catch (error) {
    const refused = error instanceof Refusal && error.status < 500;
    if (!refused) log.warn({ err: error, file: id }, 'file not taken');
    await db()
      .update(droppedFiles)
      .set({ state: refused ? 'refused' : 'failed', reason: wordsOf(error), filmId: null })
      .where(eq(droppedFiles.id, id));
    if (refused) await dropUpload(file.campId, id);
  }
}

function wordsOf(error: unknown): string {
  if (error instanceof Refusal) return error.message;
  if (isDiskFull(error)) return 'The disk of the server is full. The file is kept; make room, then try again.';
  if (error instanceof ToolFailure && error.kind === 'tooSlow')
    return 'It took too long: the machine was busy. The file is kept; try again.';
  return 'The file could not be taken in. It is kept as it came; try again, and tell the lead if it stays so.';
}

async function takeIn(file: File): Promise<void> {
  const path = await bytesOf(file);
  // Taken in before the server was killed, and not said yet.
  if (!path) throw new Refusal('film-not-here', 'The file is not here any more. Drop it once more.', 409);
  const sha256 = await sha256Of(path);
  const known = await db()
    .select({ id: films.id })
    .from(films)
    .where(and(eq(films.campId, file.campId), eq(films.sha256, sha256)));
  if (known[0]) {
    await earlier(file, known[0].id);
    return said(file, 'double', known[0].id);
  }
  const facts = await withWorkFolder(path, inspectFilm);
  const { codec, width, height, device, recordedAt, seconds } = facts;
  const folderDevice = device ?? (file.folder === '' ? null : `folder ${file.folder}`);
  const answer = facts.captureKnown === 'open' && folderDevice ? await answerFor(file.campId, folderDevice) : null;
  const captureScale = answer ?? facts.captureScale;
  const made = await withFilmLock(sha256, async (tx) => {
    // Two links to the same bytes: whichever is left after a power cut, nothing is lost.
    await link(path, originalPath(sha256)).catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'EEXIST') throw error;
    });
    await syncFolder(dirname(originalPath(sha256)));
    const cameraId = await cameraOf(tx, { campId: file.campId, folder: file.folder, make: facts.camera, by: file.enteredBy });
    const filmId = await filmWith(tx, {
      ...{
        campId: file.campId,
        sha256,
        bytes: file.bytes,
        codec,
        width,
        height,
        device: folderDevice,
        enteredBy: file.enteredBy,
      },
      ...{ cameraId, seconds, recordedAt: recordedAt ?? new Date(file.modifiedAt.getTime() - (1000 * seconds) / captureScale) },
    });
    const [there] = await tx.select({ id: clips.id }).from(clips).where(eq(clips.filmId, filmId)).limit(1);
    if (there) return { filmId, clip: null };
    const [clip] = await tx
      .insert(clips)
      .values({
        ...{ id: newId<ClipId>(), filmId, fileName: file.fileName, captureScale, long: facts.long },
        ...{ captureKnown: answer === null ? facts.captureKnown : ('answered' as const), state: 'checking' as const },
        enteredBy: file.enteredBy,
      })
      .returning({ id: clips.id, long: clips.long });
    await tx.update(droppedFiles).set({ state: 'taken', filmId, progress: 1 }).where(eq(droppedFiles.id, file.id));
    return { filmId, clip: clip! };
  }).catch(async (error: unknown) => {
    await withFilmLock(sha256, (tx) => dropUnnamed(tx, sha256));
    throw error;
  });
  if (!made.clip) return said(file, 'double', made.filmId);
  await dropUpload(file.campId, file.id);
  await enqueueClip(made.clip.id, made.clip.long);
}

/** A copy that somebody made says a later time than the file of the camera: of a film whose time only the disk tells, the earliest is kept. */
async function earlier(file: File, filmId: FilmId): Promise<void> {
  const [first] = await db()
    .select({ modifiedAt: droppedFiles.modifiedAt, recordedAt: films.recordedAt, seconds: films.seconds })
    .from(droppedFiles)
    .innerJoin(films, eq(films.id, droppedFiles.filmId))
    .where(and(eq(droppedFiles.filmId, filmId), eq(droppedFiles.state, 'taken')));
  if (!first?.recordedAt || file.modifiedAt >= first.modifiedAt) return;
  const lasts = first.modifiedAt.getTime() - first.recordedAt.getTime();
  // The time of a film that says it itself lies apart from that of its file.
  if (lasts < 0 || lasts > 1000 * (first.seconds ?? 0) + 1) return;
  await db()
    .update(films)
    .set({ recordedAt: new Date(file.modifiedAt.getTime() - lasts) })
    .where(eq(films.id, filmId));
  await db()
    .update(droppedFiles)
    .set({ modifiedAt: file.modifiedAt })
    .where(and(eq(droppedFiles.filmId, filmId), eq(droppedFiles.state, 'taken')));
}
async function said(file: File, state: 'double', filmId: FilmId): Promise<void> {
  await db().update(droppedFiles).set({ state, filmId, progress: 1 }).where(eq(droppedFiles.id, file.id));
  await dropUpload(file.campId, file.id);
}

async function sha256Of(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 20 })) hash.update(chunk as Buffer);
  return hash.digest('hex');
}
