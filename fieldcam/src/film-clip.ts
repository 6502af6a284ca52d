import { spawn } from 'node:child_process';
import { rename } from 'node:fs/promises';
import { tripod, type ViewId } from './camera/tripod.ts';
import { deliveryMotion } from './motion/delivery-motion.ts';
import type { PitcherOptions } from './motion/pitcher.ts';
import { filmer, type Filmer } from './render/film-frame.ts';

/** One clip to be filmed by the simulated camera. */
export interface ClipOrder {
  readonly pitcher: PitcherOptions;
  readonly view: ViewId;
  readonly bib: number;
  /** Which of the skin and hair tones. */
  readonly look: number;
  readonly framesPerSecond: number;
  /** The camera starts this long after the beginning of the motion; two cameras never start together. */
  readonly startSeconds: number;
  readonly codec: 'h264' | 'vp9';
  readonly width?: number;
  readonly height?: number;
}

/** Motion seconds at which each frame of the clip is taken; the truth of every frame follows from them. */
export function frameMoments(order: ClipOrder): number[] {
  const { durationSeconds } = deliveryMotion(order.pitcher);
  const count = Math.floor((durationSeconds - order.startSeconds) * order.framesPerSecond);
  return Array.from({ length: count }, (_, i) => order.startSeconds + i / order.framesPerSecond);
}

/** Films the clip into `path`, telling the share that is done. The file appears only when it is whole. Needs the ffmpeg program. */
export async function filmClip(order: ClipOrder, path: string, onFrame?: (share: number) => void): Promise<{ frames: number }> {
  const motion = deliveryMotion(order.pitcher);
  const { width = 960, height = 540 } = order;
  const camera = tripod(order.view, { hand: order.pitcher.hand, heightMetres: motion.plan.height, width, height });
  const film: Filmer = filmer({ motion, camera, view: order.view, bib: order.bib, look: order.look });
  const moments = frameMoments(order);
  const partial = `${path}.partial`;
  const codec =
    order.codec === 'h264'
      ? [
          '-c:v',
          'libx264',
          '-preset',
          'medium',
          '-crf',
          '21',
          '-pix_fmt',
          'yuv420p',
          '-g',
          '60',
          '-threads',
          '1',
          '-f',
          'mp4',
          '-movflags',
          '+faststart',
        ]
      : [
          '-c:v',
          'libvpx-vp9',
          '-crf',
          '34',
          '-b:v',
          '0',
          '-cpu-used',
          '4',
          '-pix_fmt',
          'yuv420p',
          '-g',
          '120',
          '-threads',
          '1',
          '-f',
          'webm',
        ];
  const encoder = spawn(
    'ffmpeg',
    [
      '-v',
      'error',
      '-y',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgb24',
      '-s',
      `${width}x${height}`,
      '-r',
      String(order.framesPerSecond),
      '-i',
      '-',
      '-an',
      ...codec,
      partial,
    ],
    { stdio: ['pipe', 'ignore', 'pipe'] },
  );
  let complaint = '';
  encoder.stderr.on('data', (text: Buffer) => {
    complaint += text.toString();
  });
  const ended = new Promise<void>((resolve, reject) => {
    encoder.once('error', reject);
    encoder.once('close', (code) => (code === 0 ? resolve() : reject(new Error(`ffmpeg ended with ${code}: ${complaint}`))));
  });
  for (const [i, moment] of moments.entries()) {
    onFrame?.(i / moments.length);
    const frame = Buffer.from(film.frameAt(moment));
    if (!encoder.stdin.write(frame))
      await new Promise<void>((resolve) => {
        encoder.stdin.once('drain', resolve);
      });
  }
  encoder.stdin.end();
  await ended;
  await rename(partial, path);
  return { frames: moments.length };
}
