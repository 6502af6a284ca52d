import type { ClipId } from '@stride-chalk/core';
import { eq, sql } from 'drizzle-orm';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { benchSet } from './bench.ts';
import { campById } from './camps.ts';
import { clipById, clipsOf } from './clips.ts';
import { db } from './db/connect.ts';
import { clips, marks, points } from './db/schema.ts';
import { removeDelivery } from './deliveries.ts';
import { enterAs } from './testing/entering.ts';
import { sweepMedia } from './film-files.ts';
import { requireInCamp } from './in-camp.ts';
import { moveClip } from './move-clip.ts';
import { prepareClip } from './prepare-clip.ts';
import { endRemoved, eraseClip, KEPT_HOURS, putBackClip, removeClip, removedOf } from './remove-clip.ts';
import { mediaFiles, newWorld, readyClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

const HOUR = 3600 * 1000;
let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());
afterEach(async () => {
  for (const clip of await db().select().from(clips)) {
    if (!clip.removedAt) await removeClip(clip.id, world.coach);
    await eraseClip(clip.id).catch(() => undefined);
  }
});

/** A film on which one key frame is marked and one point is placed. */
async function workedOn(deliveryId = world.delivery): Promise<ClipId> {
  const { id } = await readyClip(world, { deliveryId, seconds: 0.5 });
  await enterAs(anId(), { kind: 'mark', clipId: id, event: 'contact', frame: 1, frameTo: null }, world.coach);
  await enterAs(
    anId(),
    { kind: 'point', clipId: id, event: 'contact', point: 'frontKnee', x: 30, y: 40, pointSd: 2, frame: 1, origin: 'placed' },
    world.coach,
  );
  return id;
}
const workOf = async (id: ClipId): Promise<number[]> => [
  await db().$count(marks, eq(marks.clipId, id)),
  await db().$count(points, eq(points.clipId, id)),
];

describe('a film with work on it that is removed', () => {
  test('is in no list and on no path, and comes back with its work', async () => {
    const id = await workedOn();
    expect(await removeClip(id, world.coach)).toBe('kept');
    expect(await clipsOf([world.delivery])).toEqual([]);
    await expect(clipById(id)).rejects.toMatchObject({ code: 'not-found' });
    await expect(requireInCamp('clip', id, world.campId)).rejects.toMatchObject({ code: 'not-found' });
    expect((await benchSet(world.camper)).marks).toEqual([]);
    await expect(
      enterAs(anId(), { kind: 'mark', clipId: id, event: 'set', frame: 0, frameTo: null }, world.coach),
    ).rejects.toMatchObject({ code: 'not-found' });
    await expect(removeClip(id, world.coach)).rejects.toMatchObject({ code: 'not-found' });
    expect(await removedOf([world.delivery])).toMatchObject([{ id, view: 'openSide', work: 2 }]);
    await putBackClip(id);
    expect(await removedOf([world.delivery])).toEqual([]);
    expect(await clipsOf([world.delivery])).toMatchObject([{ id, removedBy: null }]);
    expect(await workOf(id)).toEqual([1, 1]);
    await expect(putBackClip(id)).rejects.toMatchObject({ code: 'not-found' });
  });

  test('removed while its copy is made, it is taken up again when it is put back', async () => {
    const id = await workedOn();
    await db().update(clips).set({ state: 'copying', progress: 0.4 }).where(eq(clips.id, id));
    await removeClip(id, world.coach);
    // What is under way for it ends.
    await prepareClip(id);
    expect((await db().select().from(clips).where(eq(clips.id, id)))[0]).toMatchObject({ state: 'copying' });
    const jobs = async (): Promise<number> =>
      Number(
        (await db().execute<{ n: string }>(sql`select count(*) as n from pgboss.job where data->>'clipId' = ${id}`)).rows[0]!.n,
      );
    const before = await jobs();
    await putBackClip(id);
    expect(await jobs()).toBe(before + 1);
    await prepareClip(id);
    expect(await clipById(id)).toMatchObject({ state: 'ready' });
  });

  test('leaves its place to another film, and is then not put back over it', async () => {
    const id = await workedOn();
    await removeClip(id, world.coach);
    const other = await readyClip(world, { deliveryId: world.delivery, seconds: 0.3 });
    await expect(putBackClip(id)).rejects.toMatchObject({ code: 'view-taken' });
    expect((await clipsOf([world.delivery])).map((c) => c.id)).toEqual([other.id]);
  });

  test('is erased with its files when its day is over, not before; a sweep in between leaves it', async () => {
    const id = await workedOn();
    const files = await mediaFiles();
    await removeClip(id, world.coach);
    await sweepMedia(true);
    expect(await endRemoved(Date.now() + (KEPT_HOURS - 0.1) * HOUR)).toBe(0);
    expect(await mediaFiles()).toEqual(files);
    expect(await endRemoved(Date.now() + (KEPT_HOURS + 0.1) * HOUR)).toBe(1);
    expect(await mediaFiles()).toEqual([]);
    expect(await workOf(id)).toEqual([0, 0]);
  });

  test('is erased at once when somebody says so; a film that was not removed never is', async () => {
    const id = await workedOn();
    await expect(eraseClip(id)).rejects.toMatchObject({ code: 'not-found' });
    expect(await endRemoved(Date.now() + 1000 * HOUR)).toBe(0);
    expect(await workOf(id)).toEqual([1, 1]);
    await removeClip(id, world.coach);
    await eraseClip(id);
    expect(await mediaFiles()).toEqual([]);
  });

  test('holds its delivery until it is put back or erased', async () => {
    const { deliveries } = await world.addCamper(91, {}, 1);
    const id = await workedOn(deliveries[0]);
    await removeClip(id, world.coach);
    await expect(removeDelivery(deliveries[0]!, world.coach)).rejects.toMatchObject({
      code: 'delivery-in-use',
      message: expect.stringContaining('put it back, or erase it') as string,
    });
    await eraseClip(id);
    await removeDelivery(deliveries[0]!, world.coach);
  });

  test('a film without work goes at once, with its files', async () => {
    const { id } = await readyClip(world, { deliveryId: world.delivery, seconds: 0.3 });
    expect(await removeClip(id, world.coach)).toBe('gone');
    expect(await mediaFiles()).toEqual([]);
    expect(await removedOf([world.delivery])).toEqual([]);
  });
});

describe('a film that shows another delivery', () => {
  const to = async (more: { bib: number; delivery: number; view?: 'openSide' | 'front' }) => ({
    camp: await campById(world.campId),
    view: 'openSide' as const,
    ...more,
  });

  test('moves there with its work, and back', async () => {
    const id = await workedOn();
    await moveClip(id, await to({ bib: 7, delivery: 2 }));
    expect(await clipById(id)).toMatchObject({ deliveryId: world.secondDelivery, view: 'openSide' });
    expect(await workOf(id)).toEqual([1, 1]);
    await moveClip(id, await to({ bib: 7, delivery: 1 }));
    expect(await clipById(id)).toMatchObject({ deliveryId: world.delivery });
  });

  test('of another camper who throws with the other hand: the target lies the other way', async () => {
    const { deliveries } = await world.addCamper(92, { hand: 'L' }, 1);
    const id = await workedOn();
    expect((await clipById(id)).towardsTarget).toBe(1);
    await moveClip(id, await to({ bib: 92, delivery: 1 }));
    expect(await clipById(id)).toMatchObject({ deliveryId: deliveries[0], towardsTarget: -1 });
    await moveClip(id, await to({ bib: 92, delivery: 1, view: 'front' }));
    expect(await clipById(id)).toMatchObject({ view: 'front', towardsTarget: null });
  });

  test('stays where it is when the place is taken, not there, or of a child who may not be filmed', async () => {
    const id = await workedOn();
    await readyClip(world, { deliveryId: world.secondDelivery, seconds: 0.3 });
    await expect(moveClip(id, await to({ bib: 7, delivery: 2 }))).rejects.toMatchObject({ code: 'view-taken' });
    await expect(moveClip(id, await to({ bib: 7, delivery: 9 }))).rejects.toMatchObject({ code: 'no-such-delivery' });
    await expect(moveClip(id, await to({ bib: 999, delivery: 1 }))).rejects.toMatchObject({ code: 'not-found' });
    await world.addCamper(93, { consentToFilm: false }, 1);
    await expect(moveClip(id, await to({ bib: 93, delivery: 1 }))).rejects.toMatchObject({ code: 'no-consent' });
    expect(await clipById(id)).toMatchObject({ deliveryId: world.delivery });
    await removeClip(id, world.coach);
    await expect(moveClip(id, await to({ bib: 7, delivery: 1, view: 'front' }))).rejects.toMatchObject({ code: 'not-found' });
  });
});
