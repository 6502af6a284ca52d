import type { ClipId } from '@stride-chalk/core';
import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { db, type Executor } from './db/connect.ts';
import { clips, evaluations, films } from './db/schema.ts';
import { dropFilmsWithoutClips } from './films.ts';
import { removeWorkFolders } from './intake/work-folder.ts';
import { sweepUploads } from './uploads.ts';
import { log } from './log.ts';
import {
  arrivalFolder,
  benchPath,
  frameFolder,
  mediaFolders,
  originalPath,
  overviewPath,
  picturePath,
  stripFolder,
} from './media.ts';

/**
 * Does something with an original, or with what is made of it, while nobody else does: it arrives, a frame of it is kept, it is counted and goes. Files
 * are counted by the rows that name them, under this one lock.
 */
export const withFilmLock = <T>(sha256: string, work: (tx: Executor) => Promise<T>): Promise<T> =>
  db().transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`film ${sha256}`}, 0))`);
    return work(tx);
  });

/**
 * Forgets a film of which no clip is left; the original that no camp has any more goes, with the single frames made of it. One in which a child was erased goes too, while the clips of others and their frames stay. Only under
 * its lock.
 */
export async function dropUnnamed(tx: Executor, sha256: string): Promise<void> {
  await dropFilmsWithoutClips(tx, { sha256 });
  const named = await tx.select({ goneAt: films.originalGoneAt }).from(films).where(eq(films.sha256, sha256));
  if (named.some((f) => f.goneAt === null)) return;
  await rm(originalPath(sha256), { force: true });
  await rm(overviewPath(sha256), { force: true });
  if (named.length === 0) await rm(frameFolder(sha256), { recursive: true, force: true });
}

/** Takes away what clips that are gone have left on disk. */
export async function forgetFilms(gone: ReadonlyArray<{ readonly id: ClipId; readonly sha256: string }>): Promise<void> {
  for (const { id, sha256 } of gone) {
    await rm(benchPath(id), { force: true });
    await rm(stripFolder(id), { recursive: true, force: true });
    // Frames of a part, where the rest of its film stays.
    for (const name of await readdir(frameFolder(sha256)).catch(() => []))
      if (name.startsWith(`${id}.`)) await rm(join(frameFolder(sha256), name), { force: true });
  }
  for (const sha256 of new Set(gone.map((c) => c.sha256))) await withFilmLock(sha256, (tx) => dropUnnamed(tx, sha256));
}

/** Removes a kept picture that no evaluation names. */
export async function forgetPicture(sha256: string): Promise<void> {
  const [named] = await db()
    .select({ id: evaluations.id })
    .from(evaluations)
    .where(sql`exists (select 1 from jsonb_each_text(evaluations.pictures) where value = ${sha256})`)
    .limit(1);
  if (!named) await rm(picturePath(sha256), { force: true });
}

const HOUR = 3600 * 1000;

/**
 * Removes every file that no row names: what a kill has left on its way, copies and frames of films that are gone. Answers how many went.
 *
 * @param atStart true before anybody is served: then nothing is on its way, whatever its age
 */
export async function sweepMedia(atStart: boolean, now = Date.now()): Promise<number> {
  const old = async (path: string, hours: number): Promise<boolean> =>
    atStart || now - ((await stat(path).catch(() => null))?.mtimeMs ?? now) > hours * HOUR;
  let gone = await removeWorkFolders(atStart ? 0 : HOUR, now);
  const drop = async (path: string): Promise<void> => {
    await rm(path, { recursive: true, force: true });
    gone += 1;
  };
  const { originals, bench, pictures, frames, strips, overviews } = mediaFolders();
  const rows = await db().select({ id: clips.id, sha256: films.sha256 }).from(clips).innerJoin(films, eq(films.id, clips.filmId));
  const [ids, shas] = [new Set<string>(rows.map((r) => r.id)), new Set(rows.map((r) => r.sha256))];
  for (const name of await readdir(arrivalFolder()))
    if (await old(join(arrivalFolder(), name), 24)) await drop(join(arrivalFolder(), name));
  for (const name of new Set([...(await readdir(originals)), ...(await readdir(frames))]))
    if (!shas.has(name)) {
      await withFilmLock(name, (tx) => dropUnnamed(tx, name));
      gone += 1;
    }
  for (const name of await readdir(bench))
    if (!ids.has(name.split('.')[0]!) || (name.endsWith('.partial') && (await old(join(bench, name), 1))))
      await drop(join(bench, name));
  for (const name of await readdir(overviews))
    if (!shas.has(name.split('.')[0]!) || (name.endsWith('.partial') && (await old(join(overviews, name), 1))))
      await drop(join(overviews, name));
  for (const name of await readdir(strips)) if (!ids.has(name)) await drop(join(strips, name));
  for (const name of await readdir(pictures)) {
    if (!(await old(join(pictures, name), 1))) continue;
    if (name.endsWith('.partial')) {
      await drop(join(pictures, name));
      continue;
    }
    const before = gone;
    await forgetPicture(name.split('.')[0]!);
    if ((await stat(join(pictures, name)).catch(() => null)) === null) gone = before + 1;
  }
  gone += await sweepUploads(atStart, now);
  if (gone > 0) log.info({ files: gone }, 'files that no row names were removed');
  return gone;
}
