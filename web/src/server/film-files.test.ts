import type { ClipId } from '@stride-chalk/core';
import fs from 'node:fs';
import { chmod, mkdir, mkdtemp, open, readdir, readFile, rename, stat, writeFile, type FileHandle } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import { setCaptureScale } from './capture-rate.ts';
import { clipById } from './clips.ts';
import { framePicture } from './frame-picture.ts';
import { failureWords, prepareClip, tryAgain } from './prepare-clip.ts';
import { removeClip } from './remove-clip.ts';
import { shortName } from './short-name.ts';
import { recordConsents } from './consents.ts';
import { db } from './db/connect.ts';
import { captureAnswers, clips } from './db/schema.ts';
import { enterAs } from './testing/entering.ts';
import { sweepMedia } from './film-files.ts';
import { isDiskFull, ToolFailure } from './intake/run-tool.ts';
import { withWorkFolder } from './intake/work-folder.ts';
import { arrivalFolder, benchPath, frameFolder, mediaFolders, originalPath, picturePath } from './media.ts';
import { takeInClip } from './take-in-clip.ts';
import { makeVideo, mediaFiles, newWorld, takeIn, testPicture, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let film: Buffer;
const H264 = ['-pix_fmt', 'yuv420p', '-c:v', 'libx264', '-preset', 'ultrafast'];
beforeAll(async () => {
  world = await newWorld();
  film = await readFile(makeVideo(world, 'film.mp4', [...testPicture(4, 60, '1280x720'), ...H264]));
});
afterAll(() => world.end());
afterEach(async () => {
  for (const clip of await db().select().from(clips)) await removeClip(clip.id, world.coach).catch(() => undefined);
});

/** Work folders of this installation that are there now. */
async function workFolders(): Promise<string[]> {
  const own = await withWorkFolder(makeVideo(world, 'tiny.mp4', [...testPicture(0.2), ...H264]), (folder) =>
    Promise.resolve(folder),
  );
  const prefix = /(stride-chalk-intake-\w+-)/.exec(own)![1]!;
  return (await readdir(mediaFolders().work)).filter((n) => n.startsWith(prefix));
}
const nothingLeft = async (): Promise<void> => {
  expect(await mediaFiles()).toEqual([]);
  expect(await workFolders()).toEqual([]);
};
const stateOf = async (id: ClipId): Promise<string | undefined> =>
  (await db().select({ state: clips.state }).from(clips).where(eq(clips.id, id)))[0]?.state;

test('a film that lies elsewhere is lent as a copy: its rights stay as they are', async () => {
  const path = makeVideo(world, 'elsewhere.mp4', [...testPicture(0.2), ...H264]);
  await chmod(path, 0o644);
  const before = await stat(path);
  await withWorkFolder(path, async (folder, file) => {
    expect((await readFile(join(folder, file))).equals(await readFile(path))).toBe(true);
  });
  const after = await stat(path);
  expect([after.mode, after.gid, after.nlink]).toEqual([before.mode, before.gid, 1]);
});

test('a film and its name are on the disk before anybody is told that it is there', async () => {
  const probe = await open(world.folder, 'r');
  const handles = Object.getPrototypeOf(probe) as FileHandle;
  await probe.close();
  // How many films the database knows at each moment at which the disk is waited for.
  const known: Array<readonly [string, number]> = [];
  /** The disk answers only then: nothing overtakes the question. */
  const count = async (of: string): Promise<void> => void known.push([of, await db().$count(clips)]);
  const file = vi.spyOn(fs, 'fsync');
  file.mockImplementation((fd, done) => void count('film').then(() => fs.fdatasync(fd, done)));
  const folder = vi.spyOn(handles, 'sync').mockImplementation(() => count('folder'));
  try {
    await takeIn(world, film);
  } finally {
    file.mockRestore();
    folder.mockRestore();
  }
  expect(known).toEqual([
    ['film', 0],
    ['folder', 0],
  ]);
});

describe('a film that is removed outlives nothing', () => {
  test('before anything was made of it', async () => {
    const { id } = await takeIn(world, film);
    await removeClip(id, world.coach);
    await prepareClip(id);
    await nothingLeft();
  });

  test.each(['checking', 'copying'])('while it is %s: what is under way ends and leaves nothing', async (step) => {
    const { id } = await takeIn(world, film);
    const work = prepareClip(id);
    await expect.poll(() => stateOf(id)).toBe(step);
    await removeClip(id, world.coach);
    await work;
    await nothingLeft();
  });

  test('while pictures of it are made', async () => {
    const { id } = await takeIn(world, film);
    await prepareClip(id);
    const pictures = [3, 40, 90].map((frame) => framePicture(id, frame).catch(() => null));
    await removeClip(id, world.coach);
    await Promise.all(pictures);
    await nothingLeft();
  });

  test('when consent was withdrawn while it was on its way', async () => {
    const { camper, deliveries } = await world.addCamper(81, {}, 1);
    let ask = (): void => undefined;
    const withdrawn = new Promise<void>((resolve) => {
      ask = resolve;
    });
    const parts = [film.subarray(0, 1000), film.subarray(1000)];
    const body = new ReadableStream<Uint8Array>({
      async pull(controller) {
        const part = parts.shift();
        if (!part) return controller.close();
        if (parts.length === 0) await withdrawn;
        controller.enqueue(new Uint8Array(part));
      },
    });
    const sent = takeInClip({
      deliveryId: deliveries[0]!,
      view: 'front',
      fileName: 'a.mp4',
      body: body as never,
      staffId: world.coach,
    });
    const refused = expect(sent).rejects.toMatchObject({ code: 'no-consent' });
    await recordConsents(
      [{ camperId: camper, film: false, share: false, until: null, givenBy: 'G', how: 'by phone' }],
      world.lead,
    );
    ask();
    await refused;
    await nothingLeft();
  });
});

test('the same bytes sent to another delivery while the first is removed are never lost', async () => {
  for (let i = 0; i < 8; i++) {
    const first = await takeIn(world, film);
    const [second] = await Promise.all([
      takeIn(world, film, { deliveryId: world.secondDelivery }),
      removeClip(first.id, world.coach),
    ]);
    expect((await readFile(originalPath(second.sha256))).equals(film)).toBe(true);
    await removeClip(second.id, world.coach);
  }
  await nothingLeft();
});

describe('the sweep', () => {
  test('removes what a kill has left and nothing that a row names', async () => {
    const { id, sha256 } = await takeIn(world, film);
    await prepareClip(id);
    await framePicture(id, 5);
    const before = await mediaFiles();
    const strange = 'f'.repeat(64);
    await writeFile(join(arrivalFolder(), anId()), 'half a film');
    await writeFile(originalPath(strange), 'a film of nobody');
    await mkdir(frameFolder(strange), { recursive: true });
    await writeFile(join(frameFolder(strange), '0.jpg'), 'a frame');
    await writeFile(join(frameFolder(sha256), 'x.jpg'), 'kept with its film');
    await writeFile(benchPath(anId()), 'a copy');
    await writeFile(`${benchPath(id)}.partial`, 'half a copy');
    await writeFile(picturePath(strange), 'a picture');
    await writeFile(`${picturePath(strange)}.${anId()}.partial`, 'half a picture');
    // As a killed server leaves it.
    const [own] = (await withWorkFolder(originalPath(sha256), (folder) => Promise.resolve([folder]))) as [string];
    await mkdtemp(own.slice(0, -6));
    await sweepMedia(true);
    expect((await mediaFiles()).filter((f) => f !== 'x.jpg')).toEqual(before);
    expect(await workFolders()).toEqual([]);
    expect((await readFile(originalPath(sha256))).equals(film)).toBe(true);
  });

  test('while others work it leaves alone what is on its way', async () => {
    const arriving = join(arrivalFolder(), anId());
    await writeFile(arriving, 'on its way');
    await writeFile(picturePath('e'.repeat(64)), 'about to be named');
    await sweepMedia(false);
    expect(await mediaFiles()).toHaveLength(2);
    await sweepMedia(false, Date.now() + 25 * 3600 * 1000);
    expect(await mediaFiles()).toEqual([]);
  });
});

describe('a step that fails for a reason that is none of the film’s', () => {
  test('keeps the film, says why, and can be tried again', async () => {
    const { id, sha256 } = await takeIn(world, film);
    await rename(originalPath(sha256), `${originalPath(sha256)}-away`);
    await prepareClip(id);
    expect(await clipById(id)).toMatchObject({ state: 'failed', problem: expect.stringContaining('The film is kept') });
    await rename(`${originalPath(sha256)}-away`, originalPath(sha256));
    await tryAgain(id);
    await prepareClip(id);
    expect(await clipById(id)).toMatchObject({ state: 'ready', problem: null, progress: 1 });
  });

  test('is called by its name: a full disk, a busy machine', () => {
    const full = Object.assign(new Error('write'), { code: 'ENOSPC' });
    expect(failureWords(full)).toContain('disk of the server is full. The film is kept');
    expect(failureWords(new ToolFailure('diskFull', ''))).toContain('disk of the server is full');
    expect(failureWords(new ToolFailure('tooSlow', ''))).toContain('the machine was busy. The film is kept');
    expect(isDiskFull('av_interleaved_write_frame(): No space left on device')).toBe(true);
    expect(isDiskFull(new ToolFailure('tooSlow', ''))).toBe(false);
  });
});

test('one picture that is asked for ten times at once is made once, and answers ten times', async () => {
  const { id, sha256 } = await takeIn(world, film);
  await prepareClip(id);
  const pictures = await Promise.all(Array.from({ length: 10 }, () => framePicture(id, 30)));
  for (const p of pictures) expect(p).toBe(pictures[0]);
  expect(await readdir(frameFolder(sha256))).toEqual(['30.jpg']);
});

describe('real time or slow motion', () => {
  const slow = () => readFile(makeVideo(world, 'slow.mp4', [...testPicture(1, 30), ...H264]));

  test('of a file of 30 a second nobody guesses; an answer serves its device, and what waits for one', async () => {
    const bytes = await slow();
    const first = await takeIn(world, bytes);
    expect(first).toMatchObject({ captureKnown: 'open', captureScale: 1 });
    const waiting = await takeIn(world, bytes, { view: 'front' });
    await setCaptureScale(first.id, { captureScale: 8, confirmed: false, by: world.coach });
    expect(await clipById(first.id)).toMatchObject({ captureKnown: 'answered', captureScale: 8, scaledBy: world.coach });
    expect(await clipById(waiting.id)).toMatchObject({ captureKnown: 'answered', captureScale: 8 });
    const next = await takeIn(world, bytes, { deliveryId: world.secondDelivery });
    expect(next).toMatchObject({ captureKnown: 'answered', captureScale: 8 });
    await db().delete(captureAnswers);
  });

  test('a faster file leaves no doubt', async () => {
    expect(await takeIn(world, film)).toMatchObject({ captureKnown: 'sure', captureScale: 1 });
  });

  test('where key frames are marked a change of the rate is asked about, with what it changes', async () => {
    const { id } = await takeIn(world, film);
    await prepareClip(id);
    await enterAs(anId(), { kind: 'mark', clipId: id, event: 'set', frame: 3, frameTo: null }, world.coach);
    const change = { captureScale: 4, by: world.coach };
    await expect(setCaptureScale(id, { ...change, confirmed: false })).rejects.toMatchObject({
      code: 'has-marks',
      message: expect.stringContaining('1/4 of'),
    });
    expect(await clipById(id)).toMatchObject({ captureScale: 1, scaledBy: null });
    await setCaptureScale(id, { ...change, confirmed: true });
    expect(await clipById(id)).toMatchObject({ captureScale: 4, scaledBy: world.coach });
    await enterAs(anId(), { kind: 'unmark', clipId: id, event: 'set' }, world.coach);
  });

  test('nine seconds of motion that play for seventy-two are taken', async () => {
    const bytes = await readFile(makeVideo(world, 'nine.mp4', [...testPicture(72, 30, '160x120'), ...H264]));
    const { id } = await takeIn(world, bytes);
    await prepareClip(id);
    expect(await clipById(id)).toMatchObject({ state: 'ready' });
  });
});

describe('what is no film of a delivery', () => {
  test.each([
    ['a strip', ['-f', 'lavfi', '-i', 'testsrc=duration=0.5:size=1280x144:rate=30'], 'no-film-size'],
    ['a stamp', ['-f', 'lavfi', '-i', 'testsrc=duration=0.5:size=64x64:rate=30'], 'no-film-size'],
    ['a hundred thousand frames', ['-f', 'lavfi', '-i', 'color=size=128x128:rate=1000:duration=30'], 'too-many-frames'],
  ])('%s is refused in words', async (_, args, code) => {
    await expect(takeIn(world, await readFile(makeVideo(world, `${code}.mp4`, [...args, ...H264])))).rejects.toMatchObject({
      code,
    });
  });

  test('a film held upright keeps its shorter side', async () => {
    const upright = await readFile(makeVideo(world, 'upright.mp4', [...testPicture(0.3, 60, '1080x1920'), ...H264]));
    const { id } = await takeIn(world, upright);
    await prepareClip(id);
    expect(await clipById(id)).toMatchObject({ benchWidth: 720, benchHeight: 1280 });
  });

  test('a long name is cut at its beginning', () => {
    expect(shortName('a.mp4')).toBe('a.mp4');
    const cut = shortName(`${'x'.repeat(300)}.mp4`);
    expect([cut.length, cut.endsWith('.mp4'), cut[0]]).toEqual([120, true, '…']);
  });
});
