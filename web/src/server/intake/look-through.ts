import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { findDeliveries, motionSeries, type FoundDelivery, type MotionSample } from '@stride-chalk/core';
import { decodeFilm, type FoundSlate } from './decode-film.ts';

/** Size of the small grey pictures in which deliveries are looked for, and how many a second of the file. */
const SMALL = { width: 128, height: 72, rate: 10, file: 'motion.gray' } as const;

/** The small copy in which somebody finds his way through a film of hours: its name, its shorter side, and how many pictures a second of the file it has. */
export const OVERVIEW = { file: 'overview.mp4', side: 240, rate: 5 } as const;

const overviewOf = ({ width, height }: { readonly width: number; readonly height: number }): readonly string[] => {
  const scale = Math.min(1, OVERVIEW.side / Math.min(width, height));
  const even = (n: number): number => Math.max(2, 2 * Math.round((n * scale) / 2));
  return [
    ...['-map', '0:V:0', '-an', '-sn', '-dn', '-vf', `fps=${OVERVIEW.rate},scale=${even(width)}:${even(height)},setsar=1`],
    ...[
      '-c:v',
      'libx264',
      '-preset',
      'veryfast',
      '-crf',
      '32',
      '-pix_fmt',
      'yuv420p',
      '-g',
      String(2 * OVERVIEW.rate),
      '-bf',
      '0',
    ],
    ...['-avoid_negative_ts', 'disabled', '-movie_timescale', '90000', '-movflags', '+faststart', '-f', 'mp4', OVERVIEW.file],
  ];
};

/**
 * Looks through a film that runs on, once: for slates, and for deliveries in small grey pictures of it. A small copy of it is left in the folder besides. Damage in it is passed over: each part is checked when it is read.
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
    besides: overviewOf(size),
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
