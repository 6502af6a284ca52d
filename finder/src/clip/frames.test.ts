import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import { framesOf, readSize } from './frames.ts';

const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-frames-'));
afterAll(() => rmSync(folder, { recursive: true }));
const path = join(folder, 'grey.mp4');
// Each frame is greyer than the one before: 16 steps of 15.
execFileSync('ffmpeg', [
  ...[
    '-v',
    'error',
    '-f',
    'lavfi',
    '-i',
    "color=black:s=64x48:r=30:d=0.5,geq=lum='16+14*N':cb=128:cr=128",
    '-pix_fmt',
    'yuv420p',
  ],
  ...['-c:v', 'libx264', '-qp', '4', path],
]);
const film = { path, width: 64, height: 48, readHeight: 540 };

describe('framesOf', () => {
  const every = Array.from({ length: 15 }, (_, i) => i);
  const greys = async (frames: readonly number[] = every): Promise<Array<[number, number]>> => {
    const all: Array<[number, number]> = [];
    for await (const { frame, picture } of framesOf(film, frames)) all.push([frame, picture.luma[20 * 64 + 30]!]);
    return all;
  };
  test('every frame in its order, each with its own picture', async () => {
    const all = await greys();
    expect(all.map(([frame]) => frame)).toEqual(every);
    for (const [frame, luma] of all) expect(Math.abs(luma - (16 + 14 * frame))).toBeLessThan(3);
  });
  test('only those that are wanted', async () => {
    const some = await greys([2, 3, 4, 7, 12]);
    expect(some.map(([frame]) => frame)).toEqual([2, 3, 4, 7, 12]);
    for (const [frame, luma] of some) expect(Math.abs(luma - (16 + 14 * frame))).toBeLessThan(3);
    expect(await greys([])).toEqual([]);
  });
  test('a film that ends before the last of them gives those that it has', async () => {
    expect((await greys([13, 14, 15, 400])).map(([frame]) => frame)).toEqual([13, 14]);
  });
  test('one in three of half a minute at 240 per second is no choice too long', async () => {
    const many = Array.from({ length: 2400 }, (_, i) => 3 * i);
    expect((await greys(many)).map(([frame]) => frame)).toEqual([0, 3, 6, 9, 12]);
  });
  test('a reader that leaves stops the program', async () => {
    for await (const { frame } of framesOf(film, every)) if (frame === 3) break;
    expect((await greys()).length).toBe(15);
  });
  test('what cannot be read says so', async () => {
    const broken = join(folder, 'broken.mp4');
    writeFileSync(broken, readFileSync(path).subarray(0, 300));
    await expect(framesOf({ ...film, path: broken }, every).next()).rejects.toThrow('ffmpeg ended with');
  });
});

describe('readSize', () => {
  test.each([
    [1920, 1080, 960, 540],
    [1080, 1920, 304, 540],
    [854, 480, 854, 480],
    [853, 481, 852, 480],
    [960, 540, 960, 540],
  ])('a film of %i x %i is read as %i x %i', (width, height, w, h) => {
    expect(readSize({ path, width, height, readHeight: 540 })).toEqual({ width: w, height: h });
  });
});
