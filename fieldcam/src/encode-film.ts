import { spawn } from 'node:child_process';
import { rename } from 'node:fs/promises';

const CODECS = {
  h264: [
    '-c:v',
    'libx264',
    '-preset',
    'medium',
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
  ],
  vp9: ['-c:v', 'libvpx-vp9', '-b:v', '0', '-cpu-used', '4', '-pix_fmt', 'yuv420p', '-g', '120', '-threads', '1', '-f', 'webm'],
} as const;

/** What a film is coded as; the quality is the coder's own number, smaller is better. */
export interface FilmFormat {
  readonly width: number;
  readonly height: number;
  readonly framesPerSecond: number;
  readonly frames: number;
  readonly codec: keyof typeof CODECS;
  readonly quality: number;
}

/** Codes pictures (8-bit RGB) into a film at `path`, which appears only when it is whole. Needs the ffmpeg program. */
export async function encodeFilm(format: FilmFormat, path: string, frameAt: (frame: number) => Uint8Array): Promise<void> {
  const { width, height, framesPerSecond, codec, quality, frames } = format;
  const partial = `${path}.partial`;
  const encoder = spawn(
    'ffmpeg',
    [
      ...['-v', 'error', '-y', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-s', `${width}x${height}`, '-r', String(framesPerSecond)],
      ...['-i', '-', '-an', '-crf', String(quality), ...CODECS[codec], partial],
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
  for (let i = 0; i < frames; i += 1) {
    const frame = Buffer.from(frameAt(i));
    if (!encoder.stdin.write(frame))
      await new Promise<void>((resolve) => {
        encoder.stdin.once('drain', resolve);
      });
  }
  encoder.stdin.end();
  await ended;
  await rename(partial, path);
}
