import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { eq } from 'drizzle-orm';
import type { CamperId, ClipId, DeliveryId, EventId } from '@stride-chalk/core';
import { anId } from '../parts/testing/an-id.ts';
import { camperById } from './campers.ts';
import { comparisonOf } from './comparison.ts';
import { db } from './db/connect.ts';
import { clips, deliveries, marks, scoringTasks } from './db/schema.ts';
import { enterAs } from './testing/entering.ts';
import { newWorld, readyClip, type World } from './testing/world.ts';

let world: World;
let kid: { camper: CamperId; deliveries: DeliveryId[] };
let films: ClipId[];
beforeAll(async () => {
  world = await newWorld();
  kid = await world.addCamper(61, {}, 4);
  films = [];
  for (const deliveryId of kid.deliveries.slice(0, 3)) films.push((await readyClip(world, { deliveryId })).id);
  // Nobody measures times in a film whose rate he does not know.
  await db().update(clips).set({ captureKnown: 'sure' });
});
afterAll(() => world.end());
beforeEach(async () => {
  await db().delete(marks);
  await db().update(deliveries).set({ thrownOn: '2026-07-14' });
});

const mark = (film: number, event: EventId, frame: number) =>
  enterAs(anId(), { kind: 'mark', clipId: films[film]!, event, frame, frameTo: null }, world.coach);
/** Top of the lift, landing and release of one film. */
const marked = async (film: number, contact: number): Promise<void> => {
  await mark(film, 'liftTop', 2);
  await mark(film, 'contact', contact);
  await mark(film, 'release', contact + 4);
};
const compared = async (asked: Parameters<typeof comparisonOf>[3] = {}, by = world.coach) => {
  const { camp, camper } = await camperById(kid.camper);
  return comparisonOf(camp, camper, by, asked);
};

describe('before and after', () => {
  test('of one day: the first and the last filmed delivery, with what both have', async () => {
    await marked(0, 12);
    await marked(2, 20);
    const found = (await compared())!;
    expect([found.before.deliveries, found.after.deliveries]).toEqual([[kid.deliveries[0]], [kid.deliveries[2]]]);
    expect(found.choices.map((c) => c.key)).toEqual(['1', '2', '3']);
    expect(found.views).toMatchObject([{ view: 'openSide', before: { id: films[0] }, after: { id: films[2] } }]);
    expect(found.changes.map((c) => c.figure)).toEqual(['liftToContact', 'contactToRelease']);
    const [lift] = found.changes;
    expect(lift!.change.value).toBeCloseTo(8 / 30, 6);
    expect(lift).toMatchObject({ more: true, ownSpreadKnown: false });
    expect(new Set(found.marks.map((m) => m.clipId))).toEqual(new Set([films[0], films[2]]));
  });

  test('of two days: all of the first and all of the last, with his own spread', async () => {
    await db().update(deliveries).set({ thrownOn: '2026-07-16' }).where(eq(deliveries.id, kid.deliveries[2]!));
    await marked(0, 12);
    await marked(1, 16);
    await marked(2, 15);
    const found = (await compared())!;
    expect([found.before.key, found.after.key]).toEqual(['2026-07-14', '2026-07-16']);
    expect(found.choices.map((c) => c.key)).toEqual(['2026-07-14', '2026-07-16', '1', '2', '3']);
    const [lift] = found.changes;
    // 10 and 14 frames, then 13: one frame more on average, within what he does in a day.
    expect(lift!.change.value).toBeCloseTo(1 / 30, 6);
    expect(lift).toMatchObject({ more: false, ownSpreadKnown: true, deliveries: [2, 1] });
  });

  test('what is asked for is put there; what does not exist is named', async () => {
    const found = (await compared({ before: '2', after: '1' }))!;
    expect([found.before.deliveries, found.after.deliveries]).toEqual([[kid.deliveries[1]], [kid.deliveries[0]]]);
    // Delivery 4 has no film; the next one does not exist.
    for (const key of ['4', '9', '2026-07-15', ''])
      await expect(compared({ after: key })).rejects.toThrow(`no filmed delivery or day “${key}”`);
  });

  test('one filmed delivery stands beside nothing', async () => {
    const { camp, camper } = await camperById(world.camper);
    expect(await comparisonOf(camp, camper, world.coach)).toBeNull();
  });

  test('is closed to a second scorer who has not finished', async () => {
    await db()
      .insert(scoringTasks)
      .values({ id: anId(), camperId: kid.camper, day: '2026-07-14', coachId: world.otherCoach, kind: 'second' });
    await expect(compared({}, world.otherCoach)).rejects.toThrow('You are the second scorer');
    expect(await compared()).not.toBeNull();
  });

  test('is closed without the consent to film', async () => {
    const { camp, camper } = await camperById(world.withoutConsent.camper);
    await expect(comparisonOf(camp, camper, world.coach)).rejects.toMatchObject({ code: 'no-consent' });
  });
});
