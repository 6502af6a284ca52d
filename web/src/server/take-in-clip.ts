import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as WebStream } from 'node:stream/web';
import pLimit from 'p-limit';
import { v7 } from 'uuid';
import type { ViewId, DeliveryId, StaffId, ClipId } from '@stride-chalk/core';
import { camperById } from './campers.ts';
import { answerFor } from './capture-rate.ts';
import { requireFree, towardsTargetOf, viewTaken, type ClipRow } from './clips.ts';
import { clips } from './db/schema.ts';
import { deliveryWithCamper, requireMayFilm } from './deliveries.ts';
import { dropUnnamed, withFilmLock } from './film-files.ts';
import { filmWith } from './films.ts';
import { inspectClip, LIMITS } from './intake/inspect.ts';
import { isDiskFull } from './intake/run-tool.ts';
import { withWorkFolder } from './intake/work-folder.ts';
import { enqueueClip } from './jobs.ts';
import { arrivalFolder, originalPath } from './media.ts';
import { Refusal } from './refusal.ts';
import { shortName } from './short-name.ts';
import { syncFolder } from './sync-folder.ts';
import { diskFull, tooLarge } from './uploads.ts';
import { newId } from './new-id.ts';

/** Uploads are looked at a few at a time: a field full of phones does not bring the machine down. */
const looking = pLimit(2);

/**
 * Takes in a film for one view of a delivery: writes it aside while it arrives, looks at it, and hands the rest to a
 * background job. Throws a Refusal with the reason; then nothing of the film is left.
 */
export async function takeInClip(input: {
  readonly deliveryId: DeliveryId;
  readonly view: ViewId;
  readonly fileName: string;
  readonly body: WebStream<Uint8Array>;
  readonly staffId: StaffId;
  /** How the browser knows itself again; it stands for the device where the file names none. */
  readonly browser?: string;
}): Promise<ClipRow> {
  const arriving = join(arrivalFolder(), v7());
  const { camper } = await deliveryWithCamper(input.deliveryId);
  requireMayFilm(camper);
  await requireFree(input.deliveryId, input.view);
  try {
    const { sha256, bytes } = await writeAside(input.body, arriving);
    return await takeInFile({ ...input, ...{ sha256, bytes, arriving } });
  } catch (error) {
    if (isDiskFull(error)) throw diskFull();
    throw error;
  } finally {
    await rm(arriving, { force: true });
  }
}

/** What is known of a film whose bytes lie on this machine. */
interface Arrived {
  /** The id that the device gave it; without one it gets one here. */
  readonly id?: ClipId;
  readonly deliveryId: DeliveryId;
  readonly view: ViewId;
  readonly fileName: string;
  readonly staffId: StaffId;
  readonly browser?: string;
  /** Where its bytes lie; they are moved from there. */
  readonly arriving: string;
  readonly sha256: string;
  readonly bytes: number;
  /** True for a film of this product's own camera: it plays as fast as it was filmed. */
  readonly realTime?: boolean;
}

/** Takes in a film whose bytes lie on this machine: looks at it, and hands the rest to a background job. */
export async function takeInFile(input: Arrived): Promise<ClipRow> {
  const { arriving, sha256, bytes } = input;
  if (bytes === 0) throw new Refusal('empty', 'The file is empty.');
  const { delivery, camper, camp } = await deliveryWithCamper(input.deliveryId);
  const facts = await looking(() => withWorkFolder(arriving, inspectClip));
  const { codec, width, height } = facts;
  const device = facts.device ?? (input.browser ? `browser ${input.browser}` : null);
  const known = input.realTime ? 1 : facts.captureKnown === 'open' && device ? await answerFor(camp.id, device) : null;
  const made = await withFilmLock(sha256, async (tx) => {
    // The film was long on its way: what stops it may have come meanwhile.
    requireMayFilm((await camperById(camper.id)).camper);
    await rename(arriving, originalPath(sha256));
    await syncFolder(dirname(originalPath(sha256)));
    const fileName = shortName(input.fileName);
    const film = { sha256, bytes, codec, width, height, device, campId: camp.id };
    const { recordedAt, seconds } = facts;
    const filmId = await filmWith(tx, { ...film, recordedAt, seconds, enteredBy: input.staffId });
    const [row] = await tx
      .insert(clips)
      .values({
        id: input.id ?? newId<ClipId>(),
        filmId,
        deliveryId: delivery.id,
        view: input.view,
        fileName,
        captureScale: known ?? facts.captureScale,
        captureKnown: known === null ? facts.captureKnown : 'answered',
        long: facts.long,
        towardsTarget: towardsTargetOf(input.view, camper.hand),
        state: 'checking' as const,
        enteredBy: input.staffId,
      })
      .onConflictDoNothing()
      .returning();
    // Nothing of it stays then, not even what it was called.
    if (!row) throw viewTaken(input.view);
    return { ...row, ...film, originalGoneAt: null, filmSeconds: seconds };
  }).catch(async (error: unknown) => {
    // The row was not made: the original that came for it goes, unless another clip names it.
    await withFilmLock(sha256, (tx) => dropUnnamed(tx, sha256));
    throw error;
  });
  await enqueueClip(made.id, made.long);
  return made;
}

async function writeAside(body: WebStream<Uint8Array>, path: string): Promise<{ sha256: string; bytes: number }> {
  const hash = createHash('sha256');
  let bytes = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > LIMITS.bytes) return done(tooLarge());
      hash.update(chunk);
      done(null, chunk);
    },
  });
  // 'flush': on the disk before it is called safe, whatever happens to the power.
  await pipeline(Readable.fromWeb(body), counted, createWriteStream(path, { mode: 0o600, flush: true }));
  return { sha256: hash.digest('hex'), bytes };
}
