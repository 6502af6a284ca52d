import { spawn } from 'node:child_process';
import { readdir, readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { asc, eq } from 'drizzle-orm';
import { v7 } from 'uuid';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import type { CameraId, ClipId, DroppedFileId, FilmId, TrayClip } from '@stride-chalk/core';
import { longFilm } from '@stride-chalk/fieldcam';
import { campById } from '../camps.ts';
import { boundClip, clipById } from '../clips.ts';
import { db } from '../db/connect.ts';
import { cameras, clips, deliveries, droppedFiles, films, filmSlates, marks, throws } from '../db/schema.ts';
import { eraseCamper } from '../children.ts';
import { sweepMedia } from '../film-files.ts';
import { framePicture } from '../frame-picture.ts';
import { overviewPath, uploadFolder } from '../media.ts';
import { prepareClip } from '../prepare-clip.ts';
import { hideOldFootage } from '../retention.ts';
import { makeVideo, mediaFiles, newWorld, testPicture, type World } from '../testing/world.ts';
import { H264, MORNING, trayFiles } from '../testing/tray-files.ts';
import { setCameraView } from './cameras.ts';
import { cutFilm } from './cut-film.ts';
import { cutOut, joinClips, splitClip } from './cut-clips.ts';
import { dropFile, filesOf, forgetFile, tryFileAgain } from './drop-file.ts';
import { placeClips, setAside, takeOutClips } from './place-clips.ts';
import { fourFrames, stripOf } from './strip.ts';
import { takeDroppedFile } from './take-file.ts';
import { trayOf } from './tray.ts';
import { unsortedOf } from './unsorted.ts';
import { zoneShifts } from './zone-shift.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());
afterEach(async () => {
  for (const table of [droppedFiles, clips, films, cameras]) await db().delete(table);
  await db().update(throws).set({ deliveryId: null });
  await rm(uploadFolder(world.campId), { recursive: true, force: true });
  await sweepMedia(true);
});

const camp = () => campById(world.campId);

const { arrived, dropped, taken, tapped } = trayFiles(() => world);
const BIB = 7;
const trayClip = async (id: ClipId): Promise<TrayClip> => (await trayOf(await camp())).clips.find((c) => c.id === id)!;
const place = async (id: ClipId, to: Partial<Parameters<typeof placeClips>[1][number]> = {}) =>
  placeClips(
    await camp(),
    [{ ...{ id, bib: BIB, throwId: null, key: null, at: MORNING, view: 'openSide' as const }, ...to }],
    world.coach,
  );
const deliveryCount = () => db().$count(deliveries, eq(deliveries.camperId, world.camper));

describe('a file of a folder', () => {
  test('becomes a film and a clip that is to be sorted; its bytes lie once', async () => {
    const id = await dropped(10, { fileName: 'IMG_0001.mp4' });
    expect((await filesOf(world.campId)).map((f) => [f.id, f.state])).toEqual([[id, 'waiting']]);
    await takeDroppedFile(id);
    expect(await filesOf(world.campId)).toEqual([]);
    const { clips: listed, cameras: seen } = await trayOf(await camp());
    expect(listed).toMatchObject([{ fileName: 'IMG_0001.mp4', state: 'checking', bound: null, place: null, seconds: 1 }]);
    // What the file was changed at, less what it lasts.
    expect(listed[0]!.at).toBe(MORNING + 10_000);
    expect(seen).toMatchObject([{ view: null }]);
    expect(seen[0]!.name).toContain('card 1');
    const [film] = await db().select().from(films);
    expect(await mediaFiles()).toEqual([film!.sha256]);
    await prepareClip(listed[0]!.id);
    expect(await clipById(listed[0]!.id)).toMatchObject({ state: 'ready', deliveryId: null, view: null });
    // Nobody works on it at the bench yet.
    await expect(boundClip(listed[0]!.id)).rejects.toMatchObject({ status: 404 });
  });

  test('told twice it is one; the same bytes again are the same film', async () => {
    const bytes = await readFile(makeVideo(world, 'twice.mp4', [...testPicture(1), ...H264]));
    const first = await dropped(0, { bytes });
    const said = { fileName: 'a.mp4', folder: 'card 1', bytes: bytes.length, modifiedAt: new Date(MORNING).toISOString() };
    expect(await dropFile(world.campId, first, said, world.coach)).toMatchObject({ id: first, state: 'waiting' });
    await expect(dropFile(world.campId, first, { ...said, bytes: 1 }, world.coach)).rejects.toMatchObject({ status: 409 });
    await takeDroppedFile(first);
    const second = await dropped(0, { bytes, folder: 'card 2' });
    await takeDroppedFile(second);
    const states = await db().select({ id: droppedFiles.id, state: droppedFiles.state }).from(droppedFiles);
    expect(new Map(states.map((s) => [s.id, s.state]))).toEqual(
      new Map([
        [first, 'taken'],
        [second, 'double'],
      ]),
    );
    expect(await db().$count(clips)).toBe(1);
    expect(await mediaFiles()).toHaveLength(1);
    // Whoever brought it is told for an hour that it was here already.
    expect((await filesOf(world.campId)).map((f) => [f.id, f.state])).toEqual([[second, 'double']]);
    await db()
      .update(droppedFiles)
      .set({ enteredAt: new Date(Date.now() - 61 * 60_000) });
    expect(await filesOf(world.campId)).toEqual([]);
  });

  test('is not taken before it has come whole', async () => {
    const id = await arrived(new Uint8Array(10), 10);
    const said = { fileName: 'a.mp4', folder: '', bytes: 11, modifiedAt: new Date(MORNING).toISOString() };
    await expect(dropFile(world.campId, id, said, world.coach)).rejects.toMatchObject({ code: 'film-not-here' });
    expect(await db().$count(droppedFiles)).toBe(0);
  });

  test('that is no film is refused with the reason, nothing of it is left, and it can be put away', async () => {
    const id = await dropped(0, { bytes: new TextEncoder().encode('a list of names'), fileName: 'list.txt' });
    await takeDroppedFile(id);
    expect(await filesOf(world.campId)).toMatchObject([
      { fileName: 'list.txt', state: 'refused', reason: expect.stringContaining('not a video') },
    ]);
    expect(await mediaFiles()).toEqual([]);
    await forgetFile(id);
    expect(await filesOf(world.campId)).toEqual([]);
    await expect(forgetFile(id)).rejects.toMatchObject({ status: 404 });
  });

  test('that is damaged is refused when it is read through', async () => {
    const whole = await readFile(makeVideo(world, 'whole.mp4', [...testPicture(2), ...H264, '-g', '10']));
    const broken = Buffer.from(whole);
    broken.fill(0xff, Math.floor(whole.length * 0.4), Math.floor(whole.length * 0.45));
    const clip = await taken(0, { bytes: broken, fileName: 'broken.mp4' });
    await prepareClip(clip);
    expect(await filesOf(world.campId)).toMatchObject([{ fileName: 'broken.mp4', state: 'refused' }]);
    expect(await db().$count(clips)).toBe(0);
    expect(await mediaFiles()).toEqual([]);
  });

  test('whose bytes are lost says so; what has failed for no reason of its own can be tried again', async () => {
    const id = await dropped(0);
    await db().update(droppedFiles).set({ state: 'failed', reason: 'the disk was full' }).where(eq(droppedFiles.id, id));
    await takeDroppedFile(id);
    expect(await filesOf(world.campId)).toMatchObject([{ state: 'failed' }]);
    await tryFileAgain(id);
    await takeDroppedFile(id);
    expect(await db().$count(clips)).toBe(1);
    await expect(tryFileAgain(id)).rejects.toMatchObject({ status: 404 });
    // Killed after the film was made and before it was said: nothing is made twice.
    await db().update(droppedFiles).set({ state: 'looking', filmId: null }).where(eq(droppedFiles.id, id));
    await takeDroppedFile(id);
    expect(await db().$count(clips)).toBe(1);
    expect(await filesOf(world.campId)).toMatchObject([
      { state: 'refused', reason: expect.stringContaining('Drop it once more') },
    ]);
  });

  test('a server that was killed between the two links of its bytes goes on where it was', async () => {
    const id = await dropped(0);
    await db().update(droppedFiles).set({ state: 'looking' }).where(eq(droppedFiles.id, id));
    await takeDroppedFile(id);
    expect(await db().select({ state: droppedFiles.state }).from(droppedFiles)).toEqual([{ state: 'taken' }]);
  });

  test('what a kill has left of an upload that is over goes at the next start; what is still on its way stays', async () => {
    const lying = () => readdir(uploadFolder(world.campId)).then((names) => names.sort());
    const { filmId } = await clipById(await taken(0));
    for (const state of ['taken', 'double'] as const) await leftOf(state, filmId);
    const refused = await leftOf('refused', filmId);
    const [onItsWay, alone] = [await arrived(Buffer.from('half'), 8), await arrived(Buffer.from('gone'))];
    await rm(join(uploadFolder(world.campId), alone));
    await sweepMedia(false);
    // While people are served, one that was refused may be coming once more, and one without bytes may be about to begin.
    expect(await lying()).toEqual([refused, `${refused}.json`, onItsWay, `${onItsWay}.json`, `${alone}.json`].sort());
    await sweepMedia(true);
    expect(await lying()).toEqual([onItsWay, `${onItsWay}.json`].sort());
  });
});

/** A file of which everything is said, and whose bytes were not forgotten any more. */
async function leftOf(state: 'taken' | 'double' | 'refused', filmId: FilmId): Promise<DroppedFileId> {
  const id = await arrived(Buffer.from('a film'));
  const row = {
    id,
    state,
    campId: world.campId,
    bytes: 6,
    folder: '',
    fileName: 'a',
    modifiedAt: new Date(),
    enteredBy: world.coach,
  };
  await db()
    .insert(droppedFiles)
    .values(state === 'refused' ? { ...row, reason: 'No film.' } : { ...row, filmId });
  return id;
}

describe('the tray', () => {
  test('says what each clip shows by what was tapped, across a clock that is wrong', async () => {
    // Six throws at uneven times; a camera whose clock is four minutes late.
    const times = [0, 31, 55, 102, 131, 190];
    const ids = await Promise.all(times.map((t) => tapped(t + 2)));
    const filmed: ClipId[] = [];
    for (const t of times) filmed.push(await taken(t - 240, { lasts: 1 }));
    const tray = await trayOf(await camp());
    expect(tray.clips.map((c) => c.place?.throwId)).toEqual(ids);
    expect(tray.clips.map((c) => c.id)).toEqual(filmed);
    for (const c of tray.clips) expect(c.probability).toBeGreaterThan(0.9);
    expect(tray.cameras[0]!.unknown).toBeNull();
    expect(Math.abs(tray.cameras[0]!.clock!.offset - 240)).toBeLessThan(5);
    expect(tray.clips[0]!.why.map((w) => w.kind)).toContain('tap');
    await db().delete(throws).where(eq(throws.mound, 'Mound 1'));
  });

  test('a camera that wrote the time of its place lies among the throws', () => {
    const [camera, right] = [v7(), v7()] as CameraId[];
    const log = { throws: [{ id: 'a', bib: 1, at: Date.parse('2026-07-13T15:00:00Z'), mound: null }], visits: [] };
    const clipsOf = [
      { camera: camera!, start: Date.parse('2026-07-13T10:00:30Z') },
      { camera: right!, start: Date.parse('2026-07-13T15:00:30Z') },
    ];
    // Ten in Chicago in summer is fifteen in Greenwich.
    expect([...zoneShifts(clipsOf, log, 'America/Chicago')]).toEqual([[camera, 5 * 3600_000]]);
    expect([...zoneShifts(clipsOf, { throws: [], visits: [] }, 'America/Chicago')]).toEqual([]);
  });

  test('a slate in a film says the view of its camera, until somebody says another one', async () => {
    await taken(0);
    const [film] = await db().select().from(films);
    await db().insert(filmSlates).values({ id: v7(), filmId: film!.id, seconds: 0.2, bib: null, view: 'front', shownAt: null });
    const [seen] = (await trayOf(await camp())).cameras;
    expect(seen!.view).toBe('front');
    await setCameraView(seen!.id, 'rear', world.coach);
    expect((await trayOf(await camp())).cameras[0]!.view).toBe('rear');
  });

  test('says how many more clips there is room for', async () => {
    expect((await trayOf(await camp())).room.clips).toBeNull();
    await prepareClip(await taken(0));
    const { room } = await trayOf(await camp());
    expect(room.used).toBeGreaterThan(0);
    expect(room.clips).toBe(Math.floor(room.free / room.used));
  });
});

describe('what is said of a clip', () => {
  test('puts it under the throw that it shows, with the way to the target; taken out, nothing of that is left', async () => {
    const before = await deliveryCount();
    const throwId = await tapped(0);
    const clip = await taken(0);
    expect(await place(clip, { throwId })).toEqual({ placed: [clip], refused: [] });
    expect(await trayClip(clip)).toMatchObject({ bound: { bib: BIB, delivery: before + 1, view: 'openSide' } });
    expect(await unsortedOf(world.campId)).toBe(0);
    expect((await boundClip(clip)).towardsTarget).toBe(1);
    expect(await deliveryCount()).toBe(before + 1);
    await takeOutClips(await camp(), [clip], world.coach);
    expect(await unsortedOf(world.campId)).toBe(1);
    expect(await trayClip(clip)).toMatchObject({ bound: null });
    expect((await clipById(clip)).towardsTarget).toBeNull();
    expect(await deliveryCount()).toBe(before);
    // It was thrown, with a film or without.
    expect(await db().select({ back: throws.takenBackAt }).from(throws).where(eq(throws.id, throwId))).toEqual([{ back: null }]);
  });

  test('a throw that nobody has told is told with its first clip, once for two cameras, and taken back with the last', async () => {
    const [one, other] = [await taken(0), await taken(0, { folder: 'card 2' })];
    const untold = { throwId: null, key: 'gap 3' };
    const camper = await camp();
    const said = [
      { ...untold, id: one, bib: BIB, at: MORNING, view: 'openSide' as const },
      { ...untold, id: other, bib: BIB, at: MORNING, view: 'front' as const },
    ];
    expect((await placeClips(camper, said, world.coach)).refused).toEqual([]);
    const [a, b] = [await boundClip(one), await boundClip(other)];
    expect(a.deliveryId).toBe(b.deliveryId);
    const told = await db().select().from(throws).where(eq(throws.deliveryId, a.deliveryId));
    expect(told).toMatchObject([{ kind: 'filming', count: 1, day: '2026-07-13', thrownAt: new Date(MORNING) }]);
    await takeOutClips(camper, [one], world.coach);
    expect(await db().$count(deliveries, eq(deliveries.id, a.deliveryId))).toBe(1);
    await takeOutClips(camper, [other], world.coach);
    expect(await db().$count(deliveries, eq(deliveries.id, a.deliveryId))).toBe(0);
    const [after] = await db().select().from(throws).where(eq(throws.id, told[0]!.id));
    expect(after!.takenBackAt).not.toBeNull();
  });

  test('a delivery that somebody has put in by hand stays when its clip is taken out', async () => {
    const clip = await taken(0);
    const throwId = v7();
    await db()
      .insert(throws)
      .values({
        ...{ id: throwId, childId: world.child, campId: world.campId, day: '2026-07-13', kind: 'filming', count: 1 },
        deliveryId: world.secondDelivery,
      });
    expect((await place(clip, { throwId })).placed).toEqual([clip]);
    await takeOutClips(await camp(), [clip], world.coach);
    expect(await db().$count(deliveries, eq(deliveries.id, world.secondDelivery))).toBe(1);
  });

  test('a child without a consent, a bib that nobody wears, a view that is taken: named with the reason, the rest is done', async () => {
    const [one, two, three, four] = [await taken(0), await taken(9), await taken(20), await taken(30)];
    const throwId = await tapped(0);
    const before = await db().$count(throws);
    const to = { throwId: null, key: null, at: MORNING, view: 'front' as const };
    const { placed, refused } = await placeClips(
      await camp(),
      [
        { ...to, id: one, bib: 8 },
        { ...to, id: two, bib: 404 },
        { ...to, id: three, bib: BIB, throwId },
        { ...to, id: four, bib: BIB, throwId },
      ],
      world.coach,
    );
    expect(placed).toEqual([three]);
    expect(refused.map((r) => r.id)).toEqual([one, two, four]);
    expect(refused[2]!.reason).toContain('has a film of that view already');
    // No throw was told for what was not done.
    expect(await db().$count(throws)).toBe(before);
  });

  test('a clip of another camp is not found, and stays as it is', async () => {
    const clip = await taken(0);
    const elsewhere = { ...(await camp()), id: v7() as World['campId'] };
    const to = { id: clip, bib: BIB, throwId: null, key: null, at: MORNING, view: 'front' as const };
    await expect(placeClips(elsewhere, [to], world.coach).then((r) => r.placed)).resolves.toEqual([]);
    const throwId = await tapped(0);
    await place(clip, { throwId });
    await takeOutClips(elsewhere, [clip], world.coach);
    expect((await trayClip(clip)).bound).not.toBeNull();
  });

  test('set aside it is under no delivery, says why, and is out of the sorting until it is taken up again', async () => {
    const throwId = await tapped(0);
    const clip = await taken(0);
    await place(clip, { throwId });
    await setAside(await camp(), clip, 'nobody throws', world.coach);
    expect(await trayClip(clip)).toMatchObject({ bound: null, useless: 'nobody throws', place: null });
    await setAside(await camp(), clip, null, world.coach);
    expect(await trayClip(clip)).toMatchObject({ useless: null });
  });
});

describe('a clip that is cut', () => {
  test('stands as two parts whose frames are those of the film, to the time; joined, it is whole again', async () => {
    const clip = await taken(0, { lasts: 8 });
    await prepareClip(clip);
    const whole = (await clipById(clip)).frameTimes!;
    await expect(splitClip(clip, 0, world.coach)).rejects.toMatchObject({ code: 'no-such-cut' });
    const [first, second] = await splitClip(clip, 200, world.coach);
    await expect(splitClip(first!, 10, world.coach)).rejects.toMatchObject({ code: 'no-frames-yet' });
    for (const part of [first!, second!]) await prepareClip(part);
    expect((await clipById(first!)).frameTimes).toEqual(whole.slice(0, 200));
    expect((await clipById(second!)).frameTimes).toEqual(whole.slice(200));
    await expect(clipById(clip)).rejects.toMatchObject({ status: 404 });
    const picture = await framePicture(second!, 3);
    expect(picture.length).toBeGreaterThan(1000);
    const again = await joinClips(second!, first!, world.coach);
    await prepareClip(again);
    expect((await clipById(again)).frameTimes).toEqual(whole);
    expect((await framePicture(again, 203)).length).toBeGreaterThan(1000);
    const [film] = await db().select().from(films);
    // Copies and frames of the parts are gone.
    expect((await mediaFiles()).sort()).toEqual([`${again}.mp4`, `${again}.203.jpg`, film!.sha256].sort());
    // A second cut, to join two that are no neighbours of one film with a clip of another.
    const other = await taken(50);
    await expect(joinClips(again, other, world.coach)).rejects.toMatchObject({ code: 'not-of-one-film' });
    await expect(joinClips(again, again, world.coach)).rejects.toMatchObject({ code: 'not-of-one-film' });
  });

  test('a part that cannot be read stays with the reason, and the rest of its film with it', async () => {
    const clip = await taken(0);
    await prepareClip(clip);
    const [first, second] = await splitClip(clip, 15, world.coach);
    await prepareClip(second!);
    // Nothing of the film lies there.
    await db().update(clips).set({ fromSeconds: 50, toSeconds: 51 }).where(eq(clips.id, first!));
    await prepareClip(first!);
    expect(await trayClip(first!)).toMatchObject({ state: 'failed', problem: expect.stringContaining('not every frame') });
    expect(await trayClip(second!)).toMatchObject({ state: 'ready' });
    expect(await db().select({ state: droppedFiles.state }).from(droppedFiles)).toEqual([{ state: 'taken' }]);
  });

  test('is not cut while it stands under a delivery or work is on it', async () => {
    const throwId = await tapped(0);
    const clip = await taken(0);
    await prepareClip(clip);
    await place(clip, { throwId });
    await expect(splitClip(clip, 5, world.coach)).rejects.toMatchObject({ code: 'clip-placed' });
    await db().insert(marks).values({ clipId: clip, event: 'contact', frame: 5, entryId: v7(), enteredBy: world.coach });
    await takeOutClips(await camp(), [clip], world.coach);
    await expect(splitClip(clip, 5, world.coach)).rejects.toMatchObject({ code: 'clip-has-work' });
    await db().delete(marks);
  });

  test('shows four pictures: its key frames where all are marked, else evenly', async () => {
    expect(fourFrames(80, new Map())).toEqual([10, 30, 50, 70]);
    expect(fourFrames(1, new Map())).toEqual([0, 0, 0, 0]);
    const marked = new Map([
      ['set', 1],
      ['top', 9],
      ['contact', 20],
      ['release', 24],
    ]);
    expect(fourFrames(80, marked)).toEqual([1, 9, 20, 24]);
    marked.delete('top');
    expect(fourFrames(80, marked)).toEqual([10, 30, 50, 70]);
    const clip = await taken(0);
    await expect(stripOf(clip)).rejects.toMatchObject({ status: 404 });
    await prepareClip(clip);
    const { name, picture } = await stripOf(clip);
    expect(name).toBe('3-11-18-26');
    const made = await picture();
    expect(made.subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
    expect(await picture()).toEqual(made);
  });
});

describe('a film that runs on', () => {
  /** A camper's minutes before a camera that nobody stops, and half a minute in which nobody is there, as a file of 30 frames a second. */
  async function leftRunning(seed: number) {
    const [width, height, rate] = [320, 180, 10];
    const film = longFilm({ seed, view: 'openSide', width, height, deliveries: 2 });
    const path = join(world.folder, `long-${seed}.mp4`);
    const args = [
      '-v',
      'error',
      '-y',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'gray',
      '-s',
      `${width}x${height}`,
      '-r',
      String(rate),
      '-i',
      '-',
    ];
    const encoder = spawn('ffmpeg', [...args, '-vf', 'fps=30,tpad=stop_mode=clone:stop_duration=30', '-g', '60', ...H264, path], {
      stdio: ['pipe', 'inherit', 'inherit'],
    });
    const done = new Promise((resolve) => encoder.once('close', resolve));
    for (let t = 0; t < film.seconds; t += 1 / rate)
      if (!encoder.stdin.write(Buffer.from(film.greyAt(t)))) await new Promise((resolve) => encoder.stdin.once('drain', resolve));
    encoder.stdin.end();
    await done;
    return { film, bytes: await readFile(path) };
  }

  test('is cut into its deliveries, each whole, at the times of the film; killed meanwhile it is begun anew', async () => {
    const { film, bytes } = await leftRunning(3);
    const whole = await taken(0, { bytes, lasts: film.seconds + 30 });
    const gone = new AbortController();
    gone.abort(new Error('killed'));
    await expect(cutFilm(await clipById(whole), gone.signal)).rejects.toThrow('killed');
    expect(await db().$count(clips)).toBe(1);
    await prepareClip(whole);
    const parts = await db().select().from(clips).orderBy(asc(clips.fromSeconds));
    for (const d of film.deliveries)
      expect(parts.filter((p) => p.fromSeconds! <= d.firstMove && p.toSeconds! >= d.finish)).toHaveLength(1);
    // The film and its small copy.
    expect(await mediaFiles()).toHaveLength(2);
    const [first] = parts;
    await prepareClip(first!.id);
    const { frameTimes, state } = await clipById(first!.id);
    expect(state).toBe('ready');
    expect(frameTimes![0]).toBeGreaterThanOrEqual(first!.fromSeconds!);
    expect(frameTimes!.at(-1)).toBeLessThan(first!.toSeconds!);
    expect(frameTimes!.length).toBe(Math.round(30 * (frameTimes!.at(-1)! - frameTimes![0]!)) + 1);
    // Asked for twice it is not cut twice.
    await prepareClip(whole);
    expect(await db().$count(clips)).toBe(parts.length);
    // In the tray each stands at its own time of the day.
    const [a, b] = [await trayClip(first!.id), await trayClip(parts.at(-1)!.id)];
    expect((b.at! - a.at!) / 1000).toBeCloseTo(parts.at(-1)!.fromSeconds! - first!.fromSeconds!, 0);
  });

  test('in which nothing is found is kept as it came, and set aside with the reason', async () => {
    const bytes = await readFile(
      makeVideo(world, 'still.mp4', ['-f', 'lavfi', '-i', 'color=gray:size=320x180:rate=10:duration=70', ...H264]),
    );
    const clip = await taken(0, { bytes, lasts: 70 });
    await prepareClip(clip);
    expect(await trayClip(clip)).toMatchObject({ state: 'failed', useless: 'no delivery was found in it' });
    await prepareClip(clip);
    expect(await clipById(clip)).toMatchObject({ state: 'failed' });
    // The film as it came, and a small copy of it.
    const { sha256 } = await clipById(clip);
    expect(await mediaFiles()).toEqual([sha256, `${sha256}.mp4`].sort());
    const small = await stat(overviewPath(sha256));
    expect(small.size).toBeLessThan(bytes.length);
    expect(await trayClip(clip)).toMatchObject({ overview: 70, part: null });

    // Somebody has seen a delivery in it: a clip of that part takes the place of the whole, and others come beside it.
    const first = await cutOut(clip, { from: 10.05, to: 14.05 }, world.coach);
    await prepareClip(first);
    expect(await clipById(first)).toMatchObject({ state: 'ready', fromSeconds: 10.05, toSeconds: 14.05 });
    expect((await clipById(first)).frameTimes).toHaveLength(40);
    await expect(clipById(clip)).rejects.toMatchObject({ status: 404 });
    const second = await cutOut(first, { from: 20.05, to: 22.05 }, world.coach);
    expect((await trayOf(await camp())).clips.map((c) => [c.id, c.part])).toEqual([
      [first, { from: 10.05, to: 14.05 }],
      [second, { from: 20.05, to: 22.05 }],
    ]);
    for (const [range, code] of [
      [{ from: 13, to: 16 }, 'clip-there'],
      [{ from: 71, to: 72 }, 'no-such-part'],
      [{ from: 0, to: 60.5 }, 'no-such-part'],
    ] as const)
      await expect(cutOut(first, range, world.coach)).rejects.toMatchObject({ code });
    await db().delete(clips);
    await sweepMedia(true);
    expect(await mediaFiles()).toEqual([]);
  });

  test('of a film of one delivery no part is taken out', async () => {
    await expect(cutOut(await taken(0), { from: 0, to: 0.5 }, world.coach)).rejects.toMatchObject({ code: 'not-long' });
  });
});

describe('a child whose slate is in a clip that nobody has sorted', () => {
  test('is erased with it, and with what the file was called; a clip with another slate too stays', async () => {
    const { camper } = await world.addCamper(31, {}, 0);
    const own = await taken(0, { fileName: 'Ann.mp4' });
    const both = await taken(20);
    const slate = { seconds: 0.1, view: null, shownAt: null };
    for (const [clip, bib] of [
      [own, 31],
      [both, 31],
      [both, BIB],
    ] as const) {
      const { filmId } = await clipById(clip);
      await db()
        .insert(filmSlates)
        .values({ ...slate, id: v7(), filmId, bib });
    }
    await eraseCamper(camper, 'entered by mistake', world.lead);
    expect((await db().select({ id: clips.id }).from(clips)).map((c) => c.id)).toEqual([both]);
    expect((await db().select({ name: droppedFiles.fileName }).from(droppedFiles)).map((f) => f.name)).not.toContain('Ann.mp4');
    expect(await mediaFiles()).toHaveLength(1);
  });

  test('clips that are not sorted are hidden when the retention of their camp is over', async () => {
    const clip = await taken(0);
    const { lastDay, retentionDays } = await camp();
    await hideOldFootage(Date.parse(`${lastDay}T12:00:00Z`) + (retentionDays + 1) * 86_400_000);
    expect((await trayOf(await camp())).clips).toEqual([]);
    await hideOldFootage(Date.parse(`${lastDay}T12:00:00Z`));
    expect((await trayOf(await camp())).clips.map((c) => c.id)).toEqual([clip]);
  });
});
