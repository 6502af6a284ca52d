import { eq } from 'drizzle-orm';
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest';
import type { ClipOrigin } from '@stride-chalk/core';
import { campById } from '../camps.ts';
import { boundClip } from '../clips.ts';
import { db } from '../db/connect.ts';
import { cameras, clipOrigins, clips, deliveries, droppedFiles, films, throws } from '../db/schema.ts';
import { prepareClip } from '../prepare-clip.ts';
import { filmsOfCamper } from '../sort.ts';
import { MORNING, trayFiles } from '../testing/tray-files.ts';
import { newWorld, type World } from '../testing/world.ts';
import { splitClip } from './cut-clips.ts';
import { clipsComeFrom } from './origins.ts';
import { placeClips, takeOutClips } from './place-clips.ts';
import { trayOf } from './tray.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());
afterEach(async () => {
  for (const table of [droppedFiles, clips, films, cameras, throws]) await db().delete(table);
});

const { taken, tapped } = trayFiles(() => world);
const camp = () => campById(world.campId);
const GAME: ClipOrigin = {
  ...{ occasion: 'game', filmedOn: '2026-06-20', sentBy: 'A. Roe', pitch: 'changeup', result: 'strike', height: 'low' },
  ...{ side: 'gloveSide', speed: 46.5, speedUnit: 'mph' },
};
const place = async (id: Parameters<typeof splitClip>[0], bib = 7, view: 'openSide' | 'front' = 'openSide') =>
  placeClips(await camp(), [{ id, bib, throwId: null, key: null, at: MORNING, view }], world.coach);

test('a clip of a game is no throw of the camp: out of the sorting, a delivery of its own day, and nothing in the ledger', async () => {
  await tapped(0);
  const clip = await taken(0);
  expect((await trayOf(await camp())).clips[0]!.why.map((w) => w.kind)).toContain('tap');
  await clipsComeFrom([clip], GAME, world.coach);
  expect((await trayOf(await camp())).clips[0]).toMatchObject({ origin: GAME, place: null, why: [] });
  const before = await db().$count(throws);
  expect((await place(clip)).refused).toEqual([]);
  const { deliveryId } = await boundClip(clip);
  const [delivery] = await db().select().from(deliveries).where(eq(deliveries.id, deliveryId));
  expect(delivery).toMatchObject({ camperId: world.camper, occasion: 'game', thrownOn: '2026-06-20' });
  expect(await db().$count(throws)).toBe(before);
  const listed = await filmsOfCamper(world.camper);
  expect(listed.deliveries.find((d) => d.id === deliveryId)).toMatchObject({ occasion: 'game' });
  expect(listed.origins).toEqual([{ deliveryId, origin: GAME }]);
  // From another place it is the same delivery; under another camper it is one of his, and the first is no more.
  await place(clip, 7, 'front');
  expect((await boundClip(clip)).deliveryId).toBe(deliveryId);
  const { camper } = await world.addCamper(33, {}, 0);
  await place(clip, 33, 'front');
  expect(await db().$count(deliveries, eq(deliveries.id, deliveryId))).toBe(0);
  expect(await db().$count(deliveries, eq(deliveries.camperId, camper))).toBe(1);
  await takeOutClips(await camp(), [clip], world.coach);
  expect(await db().$count(deliveries, eq(deliveries.camperId, camper))).toBe(0);
});

test('under a delivery the pitch and the sender can be told, but neither another day nor the camp', async () => {
  const clip = await taken(0);
  await clipsComeFrom([clip], { ...GAME, pitch: null, speed: null, speedUnit: null }, world.coach);
  await place(clip);
  await clipsComeFrom([clip], GAME, world.coach);
  expect((await trayOf(await camp())).clips[0]!.origin).toEqual(GAME);
  for (const other of [{ ...GAME, filmedOn: '2026-06-21' }, { ...GAME, occasion: 'home' as const }, null])
    await expect(clipsComeFrom([clip], other, world.coach)).rejects.toMatchObject({ code: 'clip-placed', status: 409 });
  expect((await trayOf(await camp())).clips[0]!.origin).toEqual(GAME);
  await takeOutClips(await camp(), [clip], world.coach);
  await clipsComeFrom([clip], null, world.coach);
  expect((await trayOf(await camp())).clips[0]!.origin).toBeNull();
});

test('a clip of the camp under a delivery is made none of a game', async () => {
  const clip = await taken(0);
  await place(clip);
  await expect(clipsComeFrom([clip], GAME, world.coach)).rejects.toMatchObject({ code: 'clip-placed' });
});

test('cut in two, both parts come from where it came', async () => {
  const clip = await taken(0);
  await prepareClip(clip);
  await clipsComeFrom([clip], GAME, world.coach);
  const parts = await splitClip(clip, 10, world.coach);
  expect((await trayOf(await camp())).clips.map((c) => [c.id, c.origin?.occasion])).toEqual(parts.map((p) => [p, 'game']));
  expect(await db().$count(clipOrigins)).toBe(2);
});
