import { readFile } from 'node:fs/promises';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import { camperById } from './campers.ts';
import { campById } from './camps.ts';
import { clipsOf } from './clips.ts';
import { db } from './db/connect.ts';
import { films, filmSlates } from './db/schema.ts';
import { dropFilmsWithoutClips, keepSlates, slateBibsOf } from './films.ts';
import { removeClip } from './remove-clip.ts';
import { filmsOfCamper } from './sort.ts';
import { makeVideo, mediaFiles, newWorld, putClip, takeIn, testPicture, type World } from './testing/world.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());
beforeEach(async () => {
  for (const clip of await clipsOf([world.delivery, world.secondDelivery])) await removeClip(clip.id, world.coach);
});

const H264 = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p'];
const rowsOf = () => db().select().from(films);
const slate = (slateId: string, bib: number | null, instant: number | null = null) => ({ slateId, bib, view: null, instant });

test('the same bytes twice are one film of the camp, and each clip keeps what they were called for it', async () => {
  const bytes = await readFile(makeVideo(world, 'same.mp4', [...testPicture(0.5), ...H264]));
  const one = await takeIn(world, bytes, { fileName: 'first.mp4' });
  const two = await takeIn(world, bytes, { deliveryId: world.secondDelivery, fileName: 'second.mp4' });
  const three = await takeIn(world, bytes, { view: 'front', fileName: 'third.mp4' });
  expect(new Set([one.filmId, two.filmId, three.filmId]).size).toBe(1);
  expect(await rowsOf()).toMatchObject([{ campId: world.campId, width: 320 }]);
  expect((await clipsOf([world.delivery, world.secondDelivery])).map((c) => c.fileName).sort()).toEqual([
    'first.mp4',
    'second.mp4',
    'third.mp4',
  ]);
  for (const clip of [one, two]) await removeClip(clip.id, world.coach);
  expect(await rowsOf()).toHaveLength(1);
  await removeClip(three.id, world.coach);
  expect(await rowsOf()).toEqual([]);
  expect(await mediaFiles()).toEqual([]);
});

test('a film of which a clip is left is not forgotten', async () => {
  await putClip({ deliveryId: world.delivery, view: 'front', state: 'checking', sha256: 'aa' });
  await dropFilmsWithoutClips(db(), { sha256: 'aa' });
  expect(await rowsOf()).toHaveLength(1);
});

test('slates of the camp are kept with where they were seen; those of another camp say nothing; read again, the last reading holds', async () => {
  const { slateId } = await campById(world.campId);
  const id = await putClip({ deliveryId: world.delivery, view: 'front', state: 'checking' });
  const [film] = await rowsOf();
  const at = Date.UTC(2026, 6, 13, 10);
  await keepSlates(film!.id, [
    { seconds: 0.25, slate: slate(slateId, 14, at) },
    { seconds: 0.25, slate: slate(slateId, null) },
    { seconds: 1, slate: slate('ELSEWHERE', 3) },
  ]);
  expect(await slateBibsOf([film!.id])).toEqual(new Map([[film!.id, [14]]]));
  const kept = await db().select().from(filmSlates);
  expect(kept.map((s) => [s.bib, s.seconds, s.shownAt?.getTime() ?? null])).toEqual(
    expect.arrayContaining([
      [14, 0.25, at],
      [null, 0.25, null],
    ]),
  );
  expect((await rowsOf())[0]!.slatesReadAt).not.toBeNull();
  await keepSlates(film!.id, [{ seconds: 2, slate: slate(slateId, 15) }]);
  expect(await slateBibsOf([film!.id])).toEqual(new Map([[film!.id, [15]]]));
  await removeClip(id, world.coach);
  expect(await db().select().from(filmSlates)).toEqual([]);
});

test('the films of a camper say when a slate is another one’s, and not when one of them is his', async () => {
  const { slateId } = await campById(world.campId);
  const said = async () => (await filmsOfCamper(world.camper)).clips.map((c) => c.slateBib);
  await putClip({ deliveryId: world.delivery, view: 'front', state: 'checking' });
  const [film] = await rowsOf();
  expect(await said()).toEqual([null]);
  await keepSlates(film!.id, [{ seconds: 0, slate: slate(slateId, 999) }]);
  expect(await said()).toEqual([999]);
  await keepSlates(film!.id, [
    { seconds: 0, slate: slate(slateId, 999) },
    { seconds: 3, slate: slate(slateId, (await camperById(world.camper)).camper.bib) },
  ]);
  expect(await said()).toEqual([null]);
  await db().delete(filmSlates).where(eq(filmSlates.filmId, film!.id));
});
