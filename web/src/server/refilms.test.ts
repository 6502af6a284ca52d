import { afterAll, afterEach, beforeAll, expect, test } from 'vitest';
import { v7 } from 'uuid';
import { eq } from 'drizzle-orm';
import type { ViewId } from '@stride-chalk/core';
import { campById } from './camps.ts';
import { dayPlanPage } from './day-plan-page.ts';
import { db } from './db/connect.ts';
import { cameras, clips, droppedFiles, films, refilms, throws } from './db/schema.ts';
import { gatePage } from './gate-page.ts';
import { requireInCamp } from './in-camp.ts';
import { askRefilm, dropRefilm, refilmsOf } from './refilms.ts';
import { MORNING, trayFiles } from './testing/tray-files.ts';
import { newWorld, type World } from './testing/world.ts';
import { placeClips } from './tray/place-clips.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());
afterEach(async () => {
  for (const table of [refilms, droppedFiles, clips, films, cameras, throws]) await db().delete(table);
});

const { taken, tapped } = trayFiles(() => world);
const camp = () => campById(world.campId);
const ASKED = { bib: 7, view: 'front' as const, why: 'blurred or too dark' };
/** Asked at some seconds of the morning. */
async function asked(seconds: number, id = v7()): Promise<string> {
  await askRefilm(await camp(), id, ASKED, world.coach);
  await db()
    .update(refilms)
    .set({ enteredAt: new Date(MORNING + 1000 * seconds) })
    .where(eq(refilms.id, id));
  return id;
}
/** A film of a throw at some seconds, under him. */
async function filmed(seconds: number, view: ViewId): Promise<void> {
  const throwId = await tapped(seconds);
  await placeClips(await camp(), [{ id: await taken(seconds), bib: 7, throwId, key: null, at: null, view }], world.coach);
}
const open = async () => (await refilmsOf(world.campId)).map((r) => r.id);

test('who is to be filmed again stands on the plan and at the mound, with the view and the reason', async () => {
  const id = await asked(0);
  const day = '2026-07-14';
  expect((await dayPlanPage(await camp(), day)).again).toEqual([{ id, camper: world.camper, view: 'front', why: ASKED.why }]);
  const { lines } = await gatePage(await camp(), day);
  expect(lines.filter((l) => l.again.length > 0).map((l) => [l.bib, l.again])).toEqual([
    [7, [{ view: 'front', why: ASKED.why }]],
  ]);
  await dropRefilm(id);
  expect(await open()).toEqual([]);
});

test('it is done by a film of a later throw from there, and by no other', async () => {
  const id = await asked(100);
  await filmed(50, 'front');
  await filmed(200, 'openSide');
  expect(await open()).toEqual([id]);
  await filmed(300, 'front');
  expect(await open()).toEqual([]);
  // Removed, it is to be filmed again.
  await db().update(clips).set({ removedAt: new Date(), removedBy: world.coach });
  expect(await open()).toEqual([id]);
});

test('asked twice under one id it is asked once; the id of another camp is not found, nor one of another camper', async () => {
  const id = await asked(0);
  await askRefilm(await camp(), id, ASKED, world.coach);
  expect(await open()).toEqual([id]);
  await expect(askRefilm(await camp(), id, { ...ASKED, bib: 9 }, world.coach)).rejects.toMatchObject({ status: 409 });
  const other = { ...(await camp()), id: v7() as typeof world.campId };
  await expect(requireInCamp('refilm', id, other.id)).rejects.toMatchObject({ status: 404 });
  await expect(askRefilm(await camp(), v7(), { ...ASKED, bib: 999 }, world.coach)).rejects.toMatchObject({ status: 404 });
});
