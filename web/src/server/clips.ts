import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { copyFile, mkdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as WebStream } from 'node:stream/web';
import { and, eq, inArray } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { ViewId } from '@stride-chalk/core';
import { db } from './db/connect.ts';
import { clips, marks, points, refusals } from './db/schema.ts';
import { deliveryWithCamper, requireMayFilm } from './deliveries.ts';
import { makeBenchCopy } from './intake/bench-copy.ts';
import { indexFrames } from './intake/index-frames.ts';
import { inspectClip, LIMITS, ONLY_FILES } from './intake/inspect.ts';
import { runTool } from './intake/run-tool.ts';
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
}): Promise<ClipRow> {
  const { delivery, camper } = await deliveryWithCamper(input.deliveryId);
  requireMayFilm(camper);
  await refuseIfTaken(delivery.id, input.view);
  const arriving = join(arrivalFolder(), v7());
  try {
    const { sha256, bytes } = await writeAside(input.body, arriving);
    if (bytes === 0) throw new Refusal('empty', 'The file is empty.');
    const facts = await withWorkFolder(arriving, inspectClip);
    await rename(arriving, originalPath(sha256));
    const row = {
      id: v7(),
      deliveryId: delivery.id,
      view: input.view,
      fileName: input.fileName,
      sha256,
      bytes,
      ...facts,
      towardsTarget: towardsTargetOf(input.view, camper.hand),
      state: 'checking' as const,
      enteredBy: input.staffId,
    };
    const [made] = await db().insert(clips).values(row).onConflictDoNothing().returning();
    if (!made) {
      await forgetOriginal(sha256);
      throw taken(input.view);
    }
    await enqueueClip(made.id);
    return made;
  } finally {
    await rm(arriving, { force: true });
  }
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

/** Removes an original that no clip uses, with the single frames made of it. */
async function forgetOriginal(sha256: string): Promise<void> {
  const [used] = await db().select({ id: clips.id }).from(clips).where(eq(clips.sha256, sha256)).limit(1);
  if (used) return;
  await rm(originalPath(sha256), { force: true });
  await rm(frameFolder(sha256), { recursive: true, force: true });
}

/** Decodes the film once and writes the time of every frame beside it. A refusal takes the clip away and says why. */
export async function indexClip(clipId: string): Promise<void> {
  const clip = await clipById(clipId);
  if (clip.frameTimes) return;
  await orRefuse(clip, () =>
    withWorkFolder(originalPath(clip.sha256), async (folder, file) => {
      const frameTimes = await indexFrames(folder, file);
      await db().update(clips).set({ state: 'copying', progress: 0, frameTimes }).where(eq(clips.id, clipId));
    }),
  );
}

/** The background part of intake: every frame indexed, then the copy for the bench. A job that was cut off begins where it was. */
export async function prepareClip(clipId: string): Promise<void> {
  const known = async (): Promise<ClipRow | undefined> => (await db().select().from(clips).where(eq(clips.id, clipId)))[0];
  if (!(await known())) return;
  await indexClip(clipId);
  const clip = await known();
  if (!clip?.frameTimes || clip.state === 'ready') return;
  const frames = clip.frameTimes.length;
  await orRefuse(clip, () =>
    withWorkFolder(originalPath(clip.sha256), async (folder, file) => {
      let told = 0;
      const size = await makeBenchCopy(folder, file, 'bench.mp4', {
        width: clip.width,
        height: clip.height,
        frames,
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
      await copyFile(join(folder, 'bench.mp4'), partial);
      await rename(partial, benchPath(clipId));
      await db()
        .update(clips)
        .set({ state: 'ready', progress: 1, benchWidth: size.width, benchHeight: size.height })
        .where(eq(clips.id, clipId));
    }),
  );
}

/** Does a step of intake; when it refuses the film, nothing of the film is left but the reason. */
async function orRefuse(clip: ClipRow, step: () => Promise<void>): Promise<void> {
  try {
    await step();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    await db().transaction(async (tx) => {
      await tx.insert(refusals).values({
        id: v7(),
        deliveryId: clip.deliveryId,
        view: clip.view,
        fileName: clip.fileName,
        code: error.code,
        reason: error.message,
        enteredBy: clip.enteredBy,
      });
      await tx.delete(clips).where(eq(clips.id, clip.id));
    });
    await forgetOriginal(clip.sha256);
    await rm(benchPath(clip.id), { force: true });
  }
}

/** Removes a film that has no marks and no points yet; work that was done on it is never thrown away with it. */
export async function removeClip(id: string): Promise<void> {
  const clip = await clipById(id);
  const [marked] = await db().select({ event: marks.event }).from(marks).where(eq(marks.clipId, id)).limit(1);
  const [placed] = await db().select({ event: points.event }).from(points).where(eq(points.clipId, id)).limit(1);
  if (marked || placed) throw new Refusal('clip-in-use', 'Key frames or points were marked on this film; it stays.', 409);
  await db().delete(clips).where(eq(clips.id, id));
  await forgetOriginal(clip.sha256);
  await rm(benchPath(id), { force: true });
}

export async function setCaptureScale(id: string, captureScale: number): Promise<void> {
  const changed = await db().update(clips).set({ captureScale }).where(eq(clips.id, id)).returning({ id: clips.id });
  if (changed.length === 0) throw notFound('The clip');
}

/** One frame of the original as JPEG, made once and kept. */
export async function framePicture(clipId: string, frame: number): Promise<Buffer> {
  const clip = await clipById(clipId);
  const time = clip.frameTimes?.[frame];
  if (time === undefined) throw notFound(`Frame ${frame}`);
  const kept = join(frameFolder(clip.sha256), `${frame}.jpg`);
  if (await stat(kept).catch(() => null)) return readFile(kept);
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
    if (run.code !== 0) throw new Error(`frame ${frame} of clip ${clipId} could not be read: ${run.stderr}`);
    return readFile(join(folder, 'frame.jpg'));
  });
  await mkdir(frameFolder(clip.sha256), { recursive: true, mode: 0o700 });
  await writeFile(`${kept}.partial`, picture, { mode: 0o600 });
  await rename(`${kept}.partial`, kept);
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
