import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { copyFile, mkdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as WebStream } from 'node:stream/web';
import pLimit from 'p-limit';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { ViewId } from '@stride-chalk/core';
import { camperById } from './campers.ts';
import { db, type Executor } from './db/connect.ts';
import { captureAnswers, clips, marks, points, refusals } from './db/schema.ts';
import { deliveryWithCamper, requireMayFilm } from './deliveries.ts';
import { dropUnnamed, forgetFilms, withFilmLock } from './film-files.ts';
import { makeBenchCopy } from './intake/bench-copy.ts';
import { indexFrames } from './intake/index-frames.ts';
import { inspectClip, LIMITS, ONLY_FILES } from './intake/inspect.ts';
import { isDiskFull, runTool, ToolFailure } from './intake/run-tool.ts';
import { withWorkFolder } from './intake/work-folder.ts';
import { enqueueClip } from './jobs.ts';
import { log } from './log.ts';
import { arrivalFolder, benchPath, frameFolder, originalPath } from './media.ts';
import { notFound, Refusal } from './refusal.ts';

export type ClipRow = typeof clips.$inferSelect;

export const clipsOf = (deliveryIds: readonly string[]): Promise<ClipRow[]> =>
  deliveryIds.length === 0
    ? Promise.resolve([])
    : db()
        .select()
        .from(clips)
        .where(inArray(clips.deliveryId, [...deliveryIds]));

export async function clipById(id: string): Promise<ClipRow> {
  const [row] = await db().select().from(clips).where(eq(clips.id, id));
  if (!row) throw notFound('The clip');
  return row;
}

/** Which way in x the target lies: contract for the open side and the closed side; null in line with the target. */
export function towardsTargetOf(view: ViewId, hand: 'R' | 'L'): 1 | -1 | null {
  if (view === 'front' || view === 'rear') return null;
  return (view === 'openSide') === (hand === 'R') ? 1 : -1;
}

/** The longest name of a file that is kept; of a longer one the end stays, with its ending. */
const LONGEST_NAME = 120;
export const shortName = (name: string): string => (name.length <= LONGEST_NAME ? name : `…${name.slice(1 - LONGEST_NAME)}`);

/** Uploads are looked at a few at a time: a field full of phones does not bring the machine down. */
const looking = pLimit(2);

/**
 * Takes in a film for one view of a delivery: writes it aside while it arrives, looks at it, and hands the rest to a
 * background job. Throws a Refusal with the reason; then nothing of the film is left.
 */
export async function takeInClip(input: {
  readonly deliveryId: string;
  readonly view: ViewId;
  readonly fileName: string;
  readonly body: WebStream<Uint8Array>;
  readonly staffId: string;
  /** How the browser knows itself again; it stands for the device where the file names none. */
  readonly browser?: string;
}): Promise<ClipRow> {
  const { delivery, camper, camp } = await deliveryWithCamper(input.deliveryId);
  requireMayFilm(camper);
  await refuseIfTaken(delivery.id, input.view);
  const arriving = join(arrivalFolder(), v7());
  try {
    const { sha256, bytes } = await writeAside(input.body, arriving);
    if (bytes === 0) throw new Refusal('empty', 'The file is empty.');
    const facts = await looking(() => withWorkFolder(arriving, inspectClip));
    const device = facts.device ?? (input.browser ? `browser ${input.browser}` : null);
    const known = facts.captureKnown === 'open' && device ? await answerFor(camp.id, device) : null;
    const made = await withFilmLock(sha256, async (tx) => {
      // The film was long on its way: what stops it may have come meanwhile.
      requireMayFilm((await camperById(camper.id)).camper);
      await rename(arriving, originalPath(sha256));
      const [row] = await tx
        .insert(clips)
        .values({
          id: v7(),
          deliveryId: delivery.id,
          view: input.view,
          fileName: shortName(input.fileName),
          sha256,
          bytes,
          ...facts,
          device,
          ...(known === null ? {} : { captureScale: known, captureKnown: 'answered' as const }),
          towardsTarget: towardsTargetOf(input.view, camper.hand),
          state: 'checking' as const,
          enteredBy: input.staffId,
        })
        .onConflictDoNothing()
        .returning();
      if (!row) await dropUnnamed(tx, sha256);
      return row;
    }).catch(async (error: unknown) => {
      // The row was not made: the original that came for it goes, unless another clip names it.
      await withFilmLock(sha256, (tx) => dropUnnamed(tx, sha256));
      throw error;
    });
    if (!made) throw taken(input.view);
    await enqueueClip(made.id, made.long);
    return made;
  } catch (error) {
    if (isDiskFull(error)) throw diskFull();
    throw error;
  } finally {
    await rm(arriving, { force: true });
  }
}

const diskFull = (): Refusal =>
  new Refusal(
    'disk-full',
    'The disk of the server is full: this film was not taken. It is still on your device; make room, then send it again.',
    507,
  );

/** What was answered before for films of a device; null when nobody has. */
async function answerFor(campId: string, device: string): Promise<number | null> {
  const [row] = await db()
    .select({ captureScale: captureAnswers.captureScale })
    .from(captureAnswers)
    .where(and(eq(captureAnswers.campId, campId), eq(captureAnswers.device, device)));
  return row?.captureScale ?? null;
}

const taken = (view: string): Refusal =>
  new Refusal('view-taken', `This delivery has a film of that view already (${view}). Remove it first.`, 409);

async function refuseIfTaken(deliveryId: string, view: ViewId): Promise<void> {
  const [row] = await db()
    .select({ id: clips.id })
    .from(clips)
    .where(and(eq(clips.deliveryId, deliveryId), eq(clips.view, view)));
  if (row) throw taken(view);
}

async function writeAside(body: WebStream<Uint8Array>, path: string): Promise<{ sha256: string; bytes: number }> {
  const hash = createHash('sha256');
  let bytes = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > LIMITS.bytes)
        return done(
          new Refusal('too-large', `The file is larger than ${LIMITS.bytes / 1024 / 1024} MB. Cut it to one delivery.`, 413),
        );
      hash.update(chunk);
      done(null, chunk);
    },
  });
  await pipeline(Readable.fromWeb(body), counted, createWriteStream(path, { mode: 0o600 }));
  return { sha256: hash.digest('hex'), bytes };
}

/** Decodes the film once and writes the time of every frame beside it. A refusal takes the clip away and says why. */
export async function indexClip(clipId: string, signal?: AbortSignal): Promise<void> {
  const clip = await clipById(clipId);
  if (clip.frameTimes) return;
  await orRefuse(clip, () =>
    withWorkFolder(originalPath(clip.sha256), async (folder, file) => {
      const captureScale = clip.captureKnown === 'open' ? Number.POSITIVE_INFINITY : clip.captureScale;
      const frameTimes = await indexFrames(folder, file, { captureScale, ...(signal ? { signal } : {}) });
      await db().update(clips).set({ state: 'copying', progress: 0, frameTimes }).where(eq(clips.id, clipId));
    }),
  );
}

const known = async (id: string, via: Executor = db()): Promise<ClipRow | undefined> =>
  (await via.select().from(clips).where(eq(clips.id, id)))[0];

/** How often a job under way looks whether its clip is still wanted, in milliseconds. */
const LOOK_EVERY = 500;
const REMOVED = new Error('the clip was removed');

/**
 * The background part of intake: every frame indexed, then the copy for the bench. A job that was cut off begins where it was; one whose clip is removed
 * ends at once and leaves nothing; one that fails for a reason that is none of the film's keeps it, says why, and can be asked again.
 */
export async function prepareClip(clipId: string): Promise<void> {
  if (!(await known(clipId))) return;
  const gone = new AbortController();
  const look = setInterval(
    () =>
      void known(clipId).then(
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
    await indexClip(clipId, gone.signal);
    await copyForBench(clipId, gone.signal);
  } catch (error) {
    if (error === REMOVED || !(await known(clipId))) return;
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
  if (isDiskFull(error)) return 'The disk of the server is full. The film is kept; make room, then try again.';
  if (error instanceof ToolFailure && error.kind === 'tooSlow')
    return 'It took too long: the machine was busy. The film is kept; try again.';
  return 'The copy for the bench could not be made. The film is kept as it came; try again, and tell the lead if it stays so.';
}

async function copyForBench(clipId: string, signal: AbortSignal): Promise<void> {
  const clip = await known(clipId);
  if (!clip?.frameTimes || clip.state === 'ready') return;
  const frames = clip.frameTimes.length;
  await withWorkFolder(originalPath(clip.sha256), async (folder, file) => {
    let told = 0;
    const size = await makeBenchCopy(folder, file, 'bench.mp4', {
      width: clip.width,
      height: clip.height,
      frames,
      signal,
      onProgress: (share) => {
        if (share - told < 0.1) return;
        told = share;
        db()
          .update(clips)
          .set({ progress: share })
          .where(eq(clips.id, clipId))
          .catch((error: unknown) => log.warn({ error }, 'progress not written'));
      },
    });
    const partial = `${benchPath(clipId)}.partial`;
    try {
      await copyFile(join(folder, 'bench.mp4'), partial);
      // The row is held while the copy takes its place: removed meanwhile, it never does.
      await db().transaction(async (tx) => {
        const [still] = await tx.select({ id: clips.id }).from(clips).where(eq(clips.id, clipId)).for('update');
        if (!still) throw REMOVED;
        await rename(partial, benchPath(clipId));
        await tx
          .update(clips)
          .set({ state: 'ready', progress: 1, benchWidth: size.width, benchHeight: size.height })
          .where(eq(clips.id, clipId));
      });
    } finally {
      await rm(partial, { force: true });
    }
  });
}

/** Does a step of intake; when it refuses the film, nothing of the film is left but the reason. */
async function orRefuse(clip: ClipRow, step: () => Promise<void>): Promise<void> {
  try {
    await step();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    await db().transaction(async (tx) => {
      const removed = await tx.delete(clips).where(eq(clips.id, clip.id)).returning({ id: clips.id });
      if (removed.length === 0) return;
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
export async function tryAgain(id: string): Promise<void> {
  const clip = await clipById(id);
  if (clip.state === 'failed') await enqueueClip(id, clip.long);
}

/** Removes a film that has no marks and no points yet; work that was done on it is never thrown away with it. */
export async function removeClip(id: string): Promise<void> {
  const clip = await db().transaction(async (tx) => {
    const [row] = await tx.select().from(clips).where(eq(clips.id, id)).for('update');
    if (!row) throw notFound('The clip');
    const [marked] = await tx.select({ event: marks.event }).from(marks).where(eq(marks.clipId, id)).limit(1);
    const [placed] = await tx.select({ event: points.event }).from(points).where(eq(points.clipId, id)).limit(1);
    if (marked || placed)
      throw new Refusal(
        'clip-in-use',
        'Key frames or points were marked on this film; it stays. Take them off first, all at once.',
        409,
      );
    await tx.delete(clips).where(eq(clips.id, id));
    return row;
  });
  await forgetFilms([clip]);
}

/**
 * Says how much slower a film plays than it was filmed; the answer serves the next films of its device, and those of it that still wait for one.
 * Where key frames are marked, times and speeds change with it: that has to be said twice.
 */
export async function setCaptureScale(
  id: string,
  input: { readonly captureScale: number; readonly confirmed: boolean; readonly by: string },
): Promise<void> {
  const { captureScale, by } = input;
  await db().transaction(async (tx) => {
    const [clip] = await tx.select().from(clips).where(eq(clips.id, id)).for('update');
    if (!clip) throw notFound('The clip');
    const marked = await tx.select({ event: marks.event }).from(marks).where(eq(marks.clipId, id));
    if (marked.length > 0 && clip.captureScale !== captureScale && !input.confirmed)
      throw new Refusal(
        'has-marks',
        `${marked.length} key frames are marked on this film. They stay on their frames; every time between them becomes ${factor(clip.captureScale / captureScale)} what it is now.`,
        409,
      );
    const set = { captureScale, captureKnown: 'answered' as const, scaledBy: by, scaledAt: new Date() };
    await tx.update(clips).set(set).where(eq(clips.id, id));
    if (!clip.device) return;
    const { camp } = await deliveryWithCamper(clip.deliveryId);
    await tx
      .insert(captureAnswers)
      .values({ campId: camp.id, device: clip.device, captureScale, enteredBy: by })
      .onConflictDoUpdate({
        target: [captureAnswers.campId, captureAnswers.device],
        set: { captureScale, enteredBy: by, enteredAt: new Date() },
      });
    await tx.execute(sql`
      update clips set capture_scale = ${captureScale}, capture_known = 'answered', scaled_by = ${by}, scaled_at = now()
      where capture_known = 'open' and device = ${clip.device} and delivery_id in (
        select deliveries.id from deliveries join campers on campers.id = deliveries.camper_id where campers.camp_id = ${camp.id})`);
  });
}

const factor = (k: number): string => (k >= 1 ? `${Number(k.toPrecision(3))} times` : `1/${Number((1 / k).toPrecision(3))} of`);

/** Pictures under way: the same one asked for at once is made once. */
const making = new Map<string, Promise<Buffer>>();
/** Pictures are made a few at a time. */
const drawing = pLimit(2);

/** One frame of the original as JPEG, made once and kept. */
export async function framePicture(clipId: string, frame: number): Promise<Buffer> {
  const clip = await clipById(clipId);
  const time = clip.frameTimes?.[frame];
  if (time === undefined) throw notFound(`Frame ${frame}`);
  const kept = join(frameFolder(clip.sha256), `${frame}.jpg`);
  if (await stat(kept).catch(() => null)) return readFile(kept);
  const under = making.get(kept);
  if (under) return under;
  const made = drawing(() => makePicture(clip, frame, kept)).finally(() => making.delete(kept));
  making.set(kept, made);
  return made;
}

async function makePicture(clip: ClipRow, frame: number, kept: string): Promise<Buffer> {
  const picture = await withWorkFolder(originalPath(clip.sha256), async (folder, file) => {
    const run = await runTool(
      'ffmpeg',
      [
        '-v',
        'error',
        ...ONLY_FILES,
        '-i',
        file,
        '-map',
        '0:v:0',
        '-vf',
        `select=eq(n\\,${frame})`,
        '-frames:v',
        '1',
        '-fps_mode',
        'passthrough',
        '-q:v',
        '3',
        '-f',
        'image2',
        'frame.jpg',
      ],
      { folder, seconds: 60 },
    );
    if (run.code !== 0) throw new Error(`frame ${frame} of clip ${clip.id} could not be read: ${run.stderr}`);
    return readFile(join(folder, 'frame.jpg'));
  });
  // It is kept only while a clip names the film: removed meanwhile, nothing of it stays.
  await withFilmLock(clip.sha256, async (tx) => {
    if (!(await known(clip.id, tx))) return;
    await mkdir(frameFolder(clip.sha256), { recursive: true, mode: 0o700 });
    const partial = `${kept}.${v7()}.partial`;
    await writeFile(partial, picture, { mode: 0o600 });
    await rename(partial, kept);
  });
  return picture;
}

export const refusalsOf = (deliveryIds: readonly string[]) =>
  deliveryIds.length === 0
    ? Promise.resolve([])
    : db()
        .select()
        .from(refusals)
        .where(inArray(refusals.deliveryId, [...deliveryIds]));

export async function dismissRefusal(id: string): Promise<void> {
  await db().delete(refusals).where(eq(refusals.id, id));
}
