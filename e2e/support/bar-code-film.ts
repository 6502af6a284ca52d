import { spawn } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';

const WIDTH = 640;
const HEIGHT = 360;
const BITS = 12;
const BAR = 20;

/** The bits of a frame's number as black and white bars in the middle of the picture, the parity last. */
function paint(frame: number): Buffer {
  const picture = Buffer.alloc(WIDTH * HEIGHT, 90);
  const bits = Array.from({ length: BITS }, (_, i) => (frame >> i) & 1);
  const bars = [...bits, bits.reduce((a, b) => a ^ b, 1)];
  const left = WIDTH / 2 - (bars.length * BAR) / 2;
  for (let y = 60; y < HEIGHT - 60; y++)
    for (const [i, bit] of bars.entries())
      picture.fill(bit ? 235 : 16, y * WIDTH + left + i * BAR, y * WIDTH + left + (i + 1) * BAR);
  return picture;
}

export type FilmKind =
  | 'constant rate, H.264'
  | 'variable rate, H.264'
  | 'long groups with B-frames, H.264'
  | 'constant rate, VP9'
  | 'HEVC'
  | 'held upright, turned'
  | 'slow motion, tagged';

const CODING: Readonly<Record<FilmKind, { readonly file: string; readonly args: readonly string[] }>> = {
  'constant rate, H.264': { file: 'constant.mp4', args: ['-c:v', 'libx264', '-preset', 'veryfast', '-pix_fmt', 'yuv420p'] },
  'variable rate, H.264': {
    file: 'variable.mov',
    // Uneven steps of 3 to 17 ms, with two gaps as when a phone drops frames.
    args: [
      '-vf',
      "settb=1/90000,setpts='(N/120+0.006*sin(N*1.7)/2+if(gt(N,90),0.05,0)+if(gt(N,180),0.21,0))/TB'",
      '-fps_mode',
      'passthrough',
      '-enc_time_base',
      '1:90000',
      '-c:v',
      'libx264',
      '-preset',
      'veryfast',
      '-pix_fmt',
      'yuv420p',
    ],
  },
  'long groups with B-frames, H.264': {
    file: 'long.mp4',
    args: [
      '-c:v',
      'libx264',
      '-preset',
      'veryfast',
      '-g',
      '600',
      '-keyint_min',
      '600',
      '-sc_threshold',
      '0',
      '-bf',
      '3',
      '-pix_fmt',
      'yuv420p',
    ],
  },
  'constant rate, VP9': {
    file: 'constant.webm',
    args: ['-c:v', 'libvpx-vp9', '-b:v', '600k', '-deadline', 'realtime', '-cpu-used', '8', '-g', '240', '-pix_fmt', 'yuv420p'],
  },
  HEVC: {
    file: 'hevc.mov',
    args: ['-c:v', 'libx265', '-preset', 'ultrafast', '-x265-params', 'log-level=none', '-tag:v', 'hvc1', '-pix_fmt', 'yuv420p'],
  },
  // Stored lying on its side: the file says how it is held (see `turned`).
  'held upright, turned': {
    file: 'turned.mp4',
    args: ['-vf', 'transpose=1', '-c:v', 'libx264', '-preset', 'veryfast', '-pix_fmt', 'yuv420p'],
  },
  'slow motion, tagged': {
    file: 'slow.mp4',
    args: [
      ...['-vf', 'setpts=N/30/TB', '-r', '30', '-c:v', 'libx264', '-preset', 'veryfast', '-pix_fmt', 'yuv420p'],
      ...['-movflags', 'use_metadata_tags', '-metadata', 'com.android.capture.fps=240'],
    ],
  },
};

/** A film whose frames carry their own number. */
export async function barCodeFilm(kind: FilmKind, frames: number): Promise<{ readonly name: string; readonly buffer: Buffer }> {
  const folder = await mkdtemp(join(tmpdir(), 'stride-chalk-bars-'));
  const { file, args } = CODING[kind];
  try {
    const encoder = spawn(
      'ffmpeg',
      [
        '-v',
        'error',
        '-y',
        '-f',
        'rawvideo',
        '-pix_fmt',
        'gray',
        '-s',
        `${WIDTH}x${HEIGHT}`,
        '-r',
        '120',
        '-i',
        '-',
        ...args,
        join(folder, file),
      ],
      { stdio: ['pipe', 'inherit', 'inherit'] },
    );
    const done = new Promise<void>((resolve, reject) =>
      encoder.once('close', (code) => (code === 0 ? resolve() : reject(new Error(`ffmpeg ended with ${code}`)))),
    );
    for (let i = 0; i < frames; i++)
      if (!encoder.stdin.write(paint(i))) await new Promise<void>((resolve) => encoder.stdin.once('drain', () => resolve()));
    encoder.stdin.end();
    await done;
    return { name: file, buffer: await readFile(join(folder, file)) };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/**
 * Waits until a view names `frame`, then reads the bars off its canvas: the number of the frame that is really on screen; -1
 * when they do not add up, -2 when the frame is not named within ten seconds.
 */
export const readBars = (page: Page, view: string, frame: number): Promise<number> =>
  page.evaluate(
    async ({ view, frame, bits, bar, width, height }) => {
      const caption = document.querySelector<HTMLElement>(`[data-testid=frame-${view}]`)!;
      const named = await new Promise<boolean>((resolve) => {
        const late = setTimeout(() => resolve(false), 10_000);
        const look = (): void => {
          if (caption.dataset.drawn !== String(frame)) return;
          watch.disconnect();
          clearTimeout(late);
          resolve(true);
        };
        const watch = new MutationObserver(look);
        watch.observe(caption, { attributes: true });
        look();
      });
      if (!named) return -2;
      const canvas = document.querySelector<HTMLCanvasElement>(`figure[data-view="${view}"] canvas`)!;
      const context = canvas.getContext('2d')!;
      // The film is centred in its place and shown with its full height, or its full width.
      const box = document
        .querySelector<SVGElement>(`figure[data-view="${view}"] svg`)!
        .getAttribute('viewBox')!
        .split(' ')
        .map(Number);
      const scale = canvas.width / box[2]!;
      const at = (x: number): boolean =>
        context.getImageData(Math.round((x - box[0]!) * scale), Math.round((height / 2 - box[1]!) * scale), 1, 1).data[0]! > 128;
      const left = width / 2 - ((bits + 1) * bar) / 2;
      const read = Array.from({ length: bits + 1 }, (_, i) => (at(left + (i + 0.5) * bar) ? 1 : 0));
      const number = read.slice(0, bits).reduce<number>((sum, b, i) => sum + (b << i), 0);
      return read.slice(0, bits).reduce<number>((a, b) => a ^ b, 1) === read[bits] ? number : -1;
    },
    { view, frame, bits: BITS, bar: BAR, width: WIDTH, height: HEIGHT },
  );
