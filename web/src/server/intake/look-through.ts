import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { findDeliveries, motionSeries, type FoundDelivery, type MotionSample } from '@stride-chalk/core';
import { decodeFilm, type FoundSlate } from './decode-film.ts';

/** Size of the small grey pictures in which deliveries are looked for, and how many a second of the file. */
const SMALL = { width: 128, height: 72, rate: 10, file: 'motion.gray' } as const;

/**
 * Looks through a film that runs on, once: for slates, and for deliveries in small grey pictures of it. Damage in it is passed over: each part is checked when it is read.
 *
 * @param size upright display size of the film
 * @returns deliveries, in seconds of the file
 */
export async function lookThrough(
  folder: string,
  file: string,
  size: { readonly width: number; readonly height: number },
  options: {
    readonly captureScale: number;
    readonly signal?: AbortSignal;
    /** Told how far it has come, in seconds of the file. */
    readonly onSeconds?: (seconds: number) => void;
  },
): Promise<{ readonly deliveries: readonly FoundDelivery[]; readonly slates: readonly FoundSlate[] | null }> {
  const { slates, begins } = await decodeFilm(folder, file, size, {
    ...{ seconds: 4 * 3600, range: null, signal: options.signal, onSeconds: options.onSeconds },
    motion: SMALL,
  });
  const next = motionSeries();
  const samples: MotionSample[] = [];
  const bytes = SMALL.width * SMALL.height;
  let held: Buffer = Buffer.alloc(0);
  let count = 0;
  for await (const chunk of createReadStream(join(folder, SMALL.file), { highWaterMark: bytes * 64 })) {
    held = held.length === 0 ? (chunk as Buffer) : Buffer.concat([held, chunk as Buffer]);
    while (held.length >= bytes) {
      const { width, height, rate } = SMALL;
      const sample = next({ width, height, pixels: held.subarray(0, bytes), seconds: count / rate / options.captureScale });
      held = held.subarray(bytes);
      count += 1;
      if (sample) samples.push(sample);
    }
  }
  // To a tenth of a millisecond: a cut that falls on a frame stays on it.
  const at = (seconds: number): number => Math.round(1e4 * (begins + seconds * options.captureScale)) / 1e4;
  const deliveries = findDeliveries(samples).map(
    ({ start, firstMove, burst, finish, end, sure }): FoundDelivery => ({
      ...{ start: at(start), firstMove: at(firstMove), burst: at(burst), finish: at(finish), end: at(end), sure },
    }),
  );
  return { deliveries, slates };
}
