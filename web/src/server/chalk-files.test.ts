import { writeFile } from 'node:fs/promises';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { ClipId, Entry, Stroke } from '@stride-chalk/core';
import { anId } from '../parts/testing/an-id.ts';
import { chalkDrawing, chalkFilm, chalkPicture } from './chalk-files.ts';
import { enterAs } from './testing/entering.ts';
import { newWorld, readyClip, type World } from './testing/world.ts';

let world: World;
let clip: { id: ClipId; width: number; height: number };
const enter = (entry: Entry) => enterAs(anId(), entry, world.coach);
const draw = (more: Pick<Stroke, 'shape' | 'points'> & Partial<Stroke>) =>
  enter({ kind: 'stroke', stroke: anId(), clipId: clip.id, frame: 10, text: null, ...more });
beforeAll(async () => {
  world = await newWorld();
  clip = await readyClip(world);
  await enter({ kind: 'mark', clipId: clip.id, event: 'set', frame: 2, frameTo: null });
  await enter({ kind: 'mark', clipId: clip.id, event: 'contact', frame: 20, frameTo: null });
  await draw({
    shape: 'line',
    points: [
      { x: 100, y: 100.5 },
      { x: 200, y: 100.5 },
    ],
  });
  await draw({ shape: 'label', points: [{ x: 220, y: 120 }], text: 'HHHHHH' });
});
afterAll(() => world.end());

/** Pixels of a file as ffmpeg shows them: the reference reader of what we write. */
async function pixels(
  bytes: Buffer,
  name: string,
  frame = 0,
): Promise<{ width: number; height: number; at: (x: number, y: number) => number[] }> {
  const path = join(world.folder, name);
  await writeFile(path, bytes);
  const size = execFileSync('ffprobe', [
    '-v',
    'error',
    '-select_streams',
    'v:0',
    '-show_entries',
    'stream=width,height',
    '-of',
    'csv=p=0',
    path,
  ]);
  const [width, height] = size.toString().trim().split(',').map(Number) as [number, number];
  const raw = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', path, '-vf', `select=eq(n\\,${frame})`, '-frames:v', '1', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-'],
    { maxBuffer: 64e6 },
  );
  return { width, height, at: (x, y) => [...raw.subarray(3 * (y * width + x), 3 * (y * width + x) + 3)] };
}
const white = (rgb: number[]) => rgb.every((v) => v > 150);

test('a frame with its drawing is a picture of the size of the film, chalk where it was drawn, words readable', async () => {
  const [drawn, bare] = [
    await pixels(await chalkPicture(clip.id, 10), 'a.png'),
    await pixels(await chalkPicture(clip.id, 11), 'b.png'),
  ];
  expect([drawn.width, drawn.height]).toEqual([clip.width, clip.height]);
  expect(white(drawn.at(150, 100))).toBe(true);
  expect(white(bare.at(150, 100))).toBe(false);
  // The label: some of the pixels where its letters stand are chalk, and were not.
  const inLabel = (picture: typeof drawn): number => {
    let count = 0;
    for (let x = 222; x < 262; x++) for (let y = 115; y < 124; y++) if (white(picture.at(x, y))) count += 1;
    return count;
  };
  expect(inLabel(drawn)).toBeGreaterThan(inLabel(bare) + 30);
});

test('the same as SVG holds its picture, and names film and frame', async () => {
  const svg = await chalkDrawing(clip.id, 10);
  expect(svg).toContain(`viewBox="0 0 ${clip.width} ${clip.height}" data-clip="${clip.id}" data-frame="10"`);
  expect(svg).toContain('href="data:image/jpeg;base64,/9j/');
  expect(svg.match(/data-shape="(\w+)"/g)).toEqual(['data-shape="line"', 'data-shape="label"']);
  expect(await chalkDrawing(clip.id, 11)).not.toContain('data-shape');
  await expect(chalkDrawing(clip.id, 9999)).rejects.toMatchObject({ code: 'not-found' });
  await expect(chalkPicture(anId(), 1)).rejects.toMatchObject({ code: 'not-found' });
});

test('a film with its chalk line: every frame, the key frames named beneath it, and it stands still where something is drawn', async () => {
  const film = await chalkFilm(clip.id);
  const path = join(world.folder, 'chalk.mp4');
  await writeFile(path, film);
  const count = execFileSync('ffprobe', [
    ...[
      '-v',
      'error',
      '-select_streams',
      'v:0',
      '-count_frames',
      '-show_entries',
      'stream=nb_read_frames,codec_name',
      '-of',
      'csv=p=0',
      path,
    ],
  ]);
  // 30 frames at 30 a second; frame 10 stands for a second and a half more.
  expect(count.toString().trim()).toBe('h264,75');
  const [before, drawn, still, after] = [
    await pixels(film, 'f.mp4', 9),
    await pixels(film, 'f.mp4', 10),
    await pixels(film, 'f.mp4', 40),
    await pixels(film, 'f.mp4', 56),
  ];
  // The band beneath is 42 high: 126 of 540, even.
  expect([before.width, before.height]).toEqual([clip.width, clip.height + 42]);
  const chalk = (picture: typeof before) => white(picture.at(150, 100));
  expect([chalk(before), chalk(drawn), chalk(still), chalk(after)]).toEqual([false, true, true, false]);
  // Where the film is: the mark on the line goes to the right, and stands while the film does.
  const [end, sum] = [await pixels(film, 'f.mp4', 74), (rgb: number[]) => rgb.reduce((all, v) => all + v, 0)];
  const head = (picture: typeof before): number => {
    const y = clip.height + 31;
    const lighter = Array.from({ length: picture.width }, (_, x) => sum(picture.at(x, y)) - sum(end.at(x, y)));
    return lighter.indexOf(Math.max(...lighter));
  };
  const span = before.width * (1 - 48 / 960);
  expect(head(drawn) - head(before)).toBeCloseTo(span / 29, -0.7);
  expect(head(still)).toBeCloseTo(head(drawn), -0.7);
  expect(head(after)).toBeGreaterThan(head(still));
});
