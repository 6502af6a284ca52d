import type { ClipId } from '@stride-chalk/core';
import { copyFile, readdir, readFile, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { and, eq, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import { z } from 'zod';
import { clipById, isBound, ORIGINAL_GONE, presentClip, type ClipRow } from './clips.ts';
import { db } from './db/connect.ts';
import { clips, droppedFiles, refusals } from './db/schema.ts';
import { forgetFilms } from './film-files.ts';
import { makeBenchCopy } from './intake/bench-copy.ts';
import { keepSlates } from './films.ts';
import type { FoundSlate } from './intake/decode-film.ts';
import { indexFrames } from './intake/index-frames.ts';
import { around, rangeOf } from './intake/range.ts';
import { readAndCopy } from './intake/one-pass.ts';
import { isDiskFull, ToolFailure } from './intake/run-tool.ts';
import { withWorkFolder } from './intake/work-folder.ts';
import { cutFilm, runsOn } from './tray/cut-film.ts';
import { enqueueClip } from './jobs.ts';
import { log } from './log.ts';
import { askForLook } from './look/look-at-clips.ts';
import { benchPath, originalPath } from './media.ts';
import { Refusal } from './refusal.ts';

/** Decodes the film once and writes the time of every frame beside it. A refusal takes the clip away and says why. */
export async function indexClip(clipId: ClipId, signal?: AbortSignal): Promise<void> {
  const clip = await clipById(clipId);
  if (clip.frameTimes) return;
  await orRefuse(clip, () =>
    withWorkFolder(originalPath(clip.sha256), async (folder, file) => {
      const captureScale = scaleOf(clip);
      const { width, height } = clip;
      const range = rangeOf(clip);
      const before = range === null ? await indexedBefore(clip.sha256) : null;
      const read =
        before ?? (await indexFrames(folder, file, { captureScale, width, height, range, ...(signal ? { signal } : {}) }));
      // Of a part of a film they were read when the whole of it was looked through.
      if (read.slates && range === null) await keepSlates(clip.filmId, read.slates);
      const frameTimes = read.seconds;
      await db().update(clips).set({ state: 'copying', progress: 0, frameTimes }).where(eq(clips.id, clipId));
    }),
  );
}

/** The film as it came was taken away before its copy was made. */
class OriginalGone extends Error {}

/** How often a job under way looks whether its clip is still wanted, in milliseconds. */
const LOOK_EVERY = 500;
const REMOVED = new Error('the clip was removed');

/**
 * The background part of intake: every frame indexed, then the copy for the bench. A job that was cut off begins where it was; one whose clip is removed
 * ends at once and leaves nothing; one that fails for a reason that is none of the film's keeps it, says why, and can be asked again.
 */
export async function prepareClip(clipId: ClipId): Promise<void> {
  const first = await presentClip(clipId);
  if (!first) return;
  // Nothing was found in it: it is looked through again when somebody takes it up.
  if (runsOn(first) && first.uselessWhy !== null) return;
  const gone = new AbortController();
  const look = setInterval(
    () =>
      void presentClip(clipId).then(
        (clip) => clip ?? gone.abort(REMOVED),
        () => undefined,
      ),
    LOOK_EVERY,
  );
  try {
    await db()
      .update(clips)
      .set({ state: sql`case when ${clips.frameTimes} is null then 'checking' else 'copying' end`, problem: null })
      .where(and(eq(clips.id, clipId), eq(clips.state, 'failed')));
    // Not made in time.
    if (first.originalGoneAt !== null && first.state !== 'ready') throw new OriginalGone();
    if (runsOn(first)) return await cutFilm(first, gone.signal);
    await inOnePass(first, gone.signal);
    // Done, or refused with the reason.
    const now = await presentClip(clipId);
    if (!now || now.state === 'ready' || now.state === 'failed') return;
    await indexClip(clipId, gone.signal);
    await copyForBench(clipId, gone.signal);
  } catch (error) {
    if (error === REMOVED || !(await presentClip(clipId))) return;
    log.warn({ err: error, clip: clipId }, 'film not prepared');
    await db()
      .update(clips)
      .set({ state: 'failed', problem: failureWords(error) })
      .where(eq(clips.id, clipId));
  } finally {
    clearInterval(look);
  }
}

/** Why a film could not be prepared, what is kept, and what to do, in words. */
export function failureWords(error: unknown): string {
  if (error instanceof OriginalGone) return `Nothing more is made of it: ${ORIGINAL_GONE}`;
  if (isDiskFull(error)) return 'The disk of the server is full. The film is kept; make room, then try again.';
  if (error instanceof ToolFailure && error.kind === 'tooSlow')
    return 'It took too long: the machine was busy. The film is kept; try again.';
  return 'The copy for the bench could not be made. The film is kept as it came; try again, and tell the lead if it stays so.';
}

/** The times of the frames of a film that were read before, beside its copy: `SHA256.json`. */
async function indexedBefore(sha256: string): Promise<{ seconds: number[]; slates: readonly FoundSlate[] | null } | null> {
  const folder = process.env.STRIDE_COPIES;
  if (!folder) return null;
  const text = await readFile(join(folder, `${sha256}.json`), 'utf8').catch(() => null);
  return text === null ? null : { seconds: z.array(z.number()).parse(JSON.parse(text)), slates: null };
}

/**
 * Takes the copy of a film that was made before, out of the folder that STRIDE_COPIES names, as `SHA256-WIDTHxHEIGHT.mp4`: the tests start many demos with the same films. Null where there is none.
 */
async function madeBefore(sha256: string, to: string): Promise<{ readonly width: number; readonly height: number } | null> {
  const folder = process.env.STRIDE_COPIES;
  const name = folder ? (await readdir(folder)).find((n) => n.startsWith(sha256)) : undefined;
  const size = /-(\d+)x(\d+)\.mp4$/.exec(name ?? '');
  if (!folder || !name || !size) return null;
  await copyFile(join(folder, name), to);
  return { width: Number(size[1]), height: Number(size[2]) };
}

/** Tells how far the work on a clip has come, at every tenth of it. */
function progressOf(clipId: ClipId): (share: number) => void {
  let told = 0;
  return (share) => {
    if (share - told < 0.1) return;
    told = share;
    db()
      .update(clips)
      .set({ progress: share })
      // A word that comes late takes nothing from a clip that is ready.
      .where(and(eq(clips.id, clipId), eq(clips.state, 'copying')))
      .catch((error: unknown) => log.warn({ error }, 'progress not written'));
  };
}

/** Puts a copy in its place, with what else was found out of the clip. */
async function takeCopy(
  clipId: ClipId,
  made: string,
  size: { readonly width: number; readonly height: number },
  more: { readonly frameTimes?: number[] } = {},
): Promise<void> {
  const partial = `${benchPath(clipId)}.partial`;
  try {
    await copyFile(made, partial);
    // The row is held while the copy takes its place: removed meanwhile, it never does.
    await db().transaction(async (tx) => {
      const [still] = await tx.select({ id: clips.id }).from(clips).where(eq(clips.id, clipId)).for('update');
      if (!still) throw REMOVED;
      await rename(partial, benchPath(clipId));
      await tx
        .update(clips)
        .set({ ...more, state: 'ready', progress: 1, benchWidth: size.width, benchHeight: size.height })
        .where(eq(clips.id, clipId));
    });
  } finally {
    await rm(partial, { force: true });
  }
  await askForLook(clipId);
}

const scaleOf = (clip: ClipRow): number => (clip.captureKnown === 'open' ? Number.POSITIVE_INFINITY : clip.captureScale);

/** Everything in one run, of a clip of which nothing is known yet; where that does not come off, nothing has changed. */
async function inOnePass(clip: ClipRow, signal: AbortSignal): Promise<void> {
  if (clip.frameTimes || (await indexedBefore(clip.sha256))) return;
  await orRefuse(clip, () =>
    withWorkFolder(originalPath(clip.sha256), async (folder, file) => {
      const range = rangeOf(clip);
      const plays = range ? range.to - range.from : (clip.filmSeconds ?? 1);
      await db().update(clips).set({ state: 'copying', progress: 0 }).where(eq(clips.id, clip.id));
      const { width, height } = clip;
      const read = await readAndCopy(folder, file, 'bench.mp4', {
        ...{ captureScale: scaleOf(clip), width, height, range, plays, signal, onProgress: progressOf(clip.id) },
      });
      if (!read) {
        await db().update(clips).set({ state: 'checking', progress: 0 }).where(eq(clips.id, clip.id));
        return;
      }
      if (read.slates && range === null) await keepSlates(clip.filmId, read.slates);
      await takeCopy(clip.id, join(folder, 'bench.mp4'), read.size, { frameTimes: [...read.seconds] });
    }),
  );
}

async function copyForBench(clipId: ClipId, signal: AbortSignal): Promise<void> {
  const clip = await presentClip(clipId);
  if (!clip?.frameTimes || clip.state === 'ready') return;
  const frames = clip.frameTimes.length;
  await withWorkFolder(originalPath(clip.sha256), async (folder, file) => {
    const range = rangeOf(clip) === null ? null : around(clip.frameTimes!);
    const { width, height } = clip;
    const size =
      (range === null ? await madeBefore(clip.sha256, join(folder, 'bench.mp4')) : null) ??
      (await makeBenchCopy(folder, file, 'bench.mp4', { width, height, range, frames, signal, onProgress: progressOf(clipId) }));
    await takeCopy(clipId, join(folder, 'bench.mp4'), size);
  });
}

/** Does a step of intake; when it refuses the film, nothing of the film is left but the reason. */
async function orRefuse(clip: ClipRow, step: () => Promise<void>): Promise<void> {
  try {
    await step();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    // Of a film that runs on one part may be damaged: the others stay, and so does this one, with the reason.
    if (rangeOf(clip) !== null) {
      await db().update(clips).set({ state: 'failed', problem: error.message }).where(eq(clips.id, clip.id));
      return;
    }
    await db().transaction(async (tx) => {
      const removed = await tx.delete(clips).where(eq(clips.id, clip.id)).returning({ id: clips.id });
      if (removed.length === 0) return;
      await tx
        .update(droppedFiles)
        .set({ state: 'refused', reason: error.message, filmId: null })
        .where(eq(droppedFiles.filmId, clip.filmId));
      if (!isBound(clip)) return;
      await tx.insert(refusals).values({
        id: v7(),
        deliveryId: clip.deliveryId,
        view: clip.view,
        fileName: clip.fileName,
        code: error.code,
        reason: error.message,
        enteredBy: clip.enteredBy,
      });
    });
    await forgetFilms([clip]);
  }
}

/** Asks for a film that has failed once more. */
export async function tryAgain(id: ClipId): Promise<void> {
  const clip = await clipById(id);
  if (clip.state === 'failed') await enqueueClip(id, clip.long);
}
