import type { DeliveryId } from '@stride-chalk/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { camperByBib, camperById, listCampers } from './campers.ts';
import { campById } from './camps.ts';
import { ledgerOf } from './arm-care.ts';
import { removeClip } from './remove-clip.ts';
import { addDelivery, deliveriesOf, deliveryWithCamper, removeDelivery } from './deliveries.ts';
import { enterAs } from './testing/entering.ts';
import { campAtAGlance } from './home.ts';
import { neighbours, nextPage } from './roster-links.ts';
import { filmSimulated } from './simulated-camera.ts';
import { filmOnItsWay, newWorld, readyClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());

describe('deliveries', () => {
  const add = (id?: DeliveryId) =>
    addDelivery({ ...(id ? { id } : {}), camperId: world.camper, kind: 'windUp', thrownOn: '2026-07-14', staffId: world.coach });

  test('are numbered in the order of adding, also when two are added at once', async () => {
    await Promise.all([add(), add(), add()]);
    expect((await deliveriesOf(world.camper)).map((d) => d.number)).toEqual([1, 2, 3, 4, 5]);
  });

  test('under the id of a delivery of somebody else are refused, and nothing of that one is told', async () => {
    const id = anId();
    const other = await world.addCamper(44, {}, 0);
    await add(id);
    await expect(
      addDelivery({ id, camperId: other.camper, kind: 'windUp', thrownOn: '2026-07-14', staffId: world.coach }),
    ).rejects.toMatchObject({ code: 'entry-id-taken', status: 409 });
    expect(await deliveriesOf(other.camper)).toEqual([]);
    expect(await ledgerOf(other.child)).toEqual([]);
  });

  test('sent twice under one id are one delivery', async () => {
    const id = anId();
    const [first, again] = [await add(id), await add(id)];
    expect(again).toEqual(first);
    expect((await deliveriesOf(world.camper)).filter((d) => d.id === id)).toHaveLength(1);
    expect(first).toMatchObject({ kind: 'windUp', thrownOn: '2026-07-14', enteredBy: world.coach });
  });

  test('of nobody are not found', async () => {
    await expect(deliveryWithCamper(anId())).rejects.toMatchObject({ code: 'not-found', status: 404 });
  });
});

describe('the roster', () => {
  test('knows age and age group by the first day of the camp, and who has no such bib', async () => {
    const camp = await campById(world.campId);
    expect((await listCampers(camp)).map((c) => [c.bib, c.age, c.ageGroup])).toEqual([
      [7, 12, '11-12'],
      [8, 12, '11-12'],
      [9, 12, '11-12'],
      [44, 12, '11-12'],
    ]);
    await expect(camperById(anId())).rejects.toMatchObject({ status: 404, message: 'The camper was not found.' });
    await expect(camperByBib(camp, 99)).rejects.toMatchObject({ status: 404, message: 'A camper with bib 99 was not found.' });
  });

  test('leads each camper to where his work goes on; the next one is one on whom there is work', async () => {
    const all = await campAtAGlance(await campById(world.campId));
    const page = (bib: number): string => nextPage(all.find((c) => c.bib === bib)!, 'coach');
    expect([page(7), page(8), page(9)]).toEqual(['/campers/7', '/campers/8', '/campers/9']);
    const camp = await campById(world.campId);
    expect(await neighbours(camp, 7)).toEqual({ previous: null, next: null });
    // A film of somebody without a consent, of one with one, and of one with one farther off.
    const far = await world.addCamper(62, {}, 1);
    await filmOnItsWay(world, far.deliveries[0]!);
    for (let bib = 50; bib < 60; bib++)
      await filmOnItsWay(world, (await world.addCamper(bib, { consentToFilm: false }, 1)).deliveries[0]!);
    expect(await neighbours(camp, 7)).toMatchObject({ previous: null, next: { bib: 62, waiting: 'copies' } });
    expect(await neighbours(camp, 62)).toEqual({ previous: null, next: null });
    const near = await world.addCamper(61, {}, 1);
    await filmOnItsWay(world, near.deliveries[0]!);
    expect(await neighbours(camp, 7)).toMatchObject({ previous: null, next: { bib: 61 } });
    expect(await neighbours(camp, 62)).toMatchObject({ previous: { bib: 61 }, next: null });
    expect(nextPage({ bib: 9, waiting: 'scores' }, 'coach')).toBe('/bench/9');
  });

  test('counts a level once, whoever of the staff gave it', async () => {
    const before = (await campAtAGlance(await campById(world.campId))).find((c) => c.bib === 7)!.levels.done;
    for (const coach of [world.coach, world.otherCoach])
      await enterAs(
        anId(),
        { kind: 'score', deliveryId: world.delivery, checkpoint: 'A1', level: '3', faults: [], note: null },
        coach,
      );
    expect((await campAtAGlance(await campById(world.campId))).find((c) => c.bib === 7)!.levels.done).toBe(before + 1);
  });
});

describe('a delivery that was not thrown', () => {
  test('is taken away while it is empty, and its throw stands as taken back', async () => {
    const { camper, child } = await world.addCamper(71, {}, 0);
    const made = await addDelivery({ camperId: camper, kind: 'stretch', thrownOn: '2026-07-14', staffId: world.coach });
    await removeDelivery(made.id, world.coach);
    expect(await deliveriesOf(camper)).toEqual([]);
    expect(await ledgerOf(child)).toMatchObject([
      { count: 1, deliveryId: null, takenBack: { by: 'Coach', why: 'the delivery was not thrown' } },
    ]);
    await expect(removeDelivery(made.id, world.coach)).rejects.toMatchObject({ code: 'not-found' });
  });

  test('stays when something of it is there', async () => {
    const { deliveries } = await world.addCamper(72, {}, 1);
    await enterAs(
      anId(),
      { kind: 'score', deliveryId: deliveries[0]!, checkpoint: 'A1', level: '3', faults: [], note: null },
      world.coach,
    );
    await expect(removeDelivery(deliveries[0]!, world.coach)).rejects.toMatchObject({ code: 'delivery-in-use' });
    const clip = await readyClip(world, { deliveryId: world.secondDelivery, seconds: 0.3 });
    await expect(removeDelivery(world.secondDelivery, world.coach)).rejects.toMatchObject({ code: 'delivery-in-use' });
    await removeClip(clip.id, world.coach);
  });
});

describe('the simulated camera', () => {
  test('stands in the demo only', async () => {
    const film = filmSimulated({ deliveryId: world.delivery, view: 'front', staffId: world.coach });
    await expect(film).rejects.toMatchObject({ code: 'no-simulated-camera' });
  });
});
