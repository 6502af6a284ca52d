import { spawn } from 'node:child_process';
import type { Picture } from '@stride-chalk/core';

/** A film to be read, and the size in which its pictures are wanted. */
export interface FilmToRead {
  readonly path: string;
  /** Upright size of the film. */
  readonly width: number;
  readonly height: number;
  /** Height of the pictures that are read; a film that is smaller stays as it is. */
  readonly readHeight: number;
}

/** The size in which a film is read: even, in the film's own shape, and no larger than it. */
export function readSize({ width, height, readHeight }: FilmToRead): { readonly width: number; readonly height: number } {
  const even = (n: number): number => Math.max(2, 2 * Math.floor(n / 2));
  if (height <= readHeight) return { width: even(width), height: even(height) };
  return { width: even((width * readHeight) / height + 1), height: even(readHeight) };
}

/** Frames as a filter of ffmpeg chooses them: those that follow each other in one term. */
function choice(frames: readonly number[]): string {
  const terms: string[] = [];
  for (let from = 0, to = 0; from < frames.length; from = ++to) {
    while (frames[to + 1] === frames[to]! + 1) to++;
    terms.push(`between(n,${frames[from]},${frames[to]})`);
  }
  return `select='${sumOf(terms)}',`;
}

/** A sum as nested halves: ffmpeg reads no expression that is more than a hundred deep, and a plain sum is as deep as it is long. */
const sumOf = (terms: readonly string[]): string =>
  terms.length === 1 ? terms[0]! : `(${sumOf(terms.slice(0, terms.length >> 1))}+${sumOf(terms.slice(terms.length >> 1))})`;

/**
 * The pictures of `frames` (ascending; none twice) of a film one after the other; their bytes are used again for the next one. What is not wanted is decoded and nothing else, and nothing is after the last
 * one. Stops the program when the reader leaves. Throws with what ffmpeg said where a film cannot be read.
 */
export async function* framesOf(
  film: FilmToRead,
  frames: readonly number[],
): AsyncGenerator<{ readonly frame: number; readonly picture: Picture }> {
  if (frames.length === 0) return;
  const { width, height } = readSize(film);
  const program = spawn(
    'ffmpeg',
    [
      ...[
        '-v',
        'error',
        '-threads',
        '1',
        '-i',
        film.path,
        '-an',
        '-sn',
        '-vf',
        `${choice(frames)}scale=${width}:${height}:flags=area:out_range=tv:out_color_matrix=bt601`,
      ],
      ...['-frames:v', String(frames.length), '-fps_mode', 'passthrough', '-f', 'rawvideo', '-pix_fmt', 'yuv420p', '-'],
    ],
    { stdio: ['ignore', 'pipe', 'pipe'] },
  );
  let complaint = '';
  program.stderr.on('data', (text: Buffer) => {
    complaint += text.toString().slice(0, 2000 - complaint.length);
  });
  const ended = new Promise<number | null>((resolve, reject) => {
    program.once('error', reject);
    program.once('close', resolve);
  });
  const pixels = width * height;
  const size = 1.5 * pixels;
  const bytes = new Uint8Array(size);
  const [luma, cb, cr] = [bytes.subarray(0, pixels), bytes.subarray(pixels, 1.25 * pixels), bytes.subarray(1.25 * pixels)];
  let [filled, read, left] = [0, 0, true];
  try {
    for await (const chunk of program.stdout as AsyncIterable<Buffer>)
      for (let at = 0; at < chunk.length; ) {
        const take = Math.min(size - filled, chunk.length - at);
        bytes.set(chunk.subarray(at, at + take), filled);
        at += take;
        filled += take;
        if (filled < size) continue;
        yield { frame: frames[read]!, picture: { width, height, luma, cb, cr } };
        read += 1;
        filled = 0;
      }
    left = false;
    const code = await ended;
    if (code !== 0) throw new Error(`ffmpeg ended with ${code}: ${complaint.trim()}`);
  } finally {
    if (left) program.kill('SIGKILL');
  }
}
