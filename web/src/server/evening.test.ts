import { afterAll, beforeAll, expect, test } from 'vitest';
import { resolveSheet, defaultSheet, type DeliveryId, type StaffId } from '@stride-chalk/core';
import { campById, type Camp } from './camps.ts';
import { recordConsents } from './consents.ts';
import { db } from './db/connect.ts';
import { marks, scores, scoringTasks } from './db/schema.ts';
import { beginRound, clipsForTonight, roundsOf, sayInRound, withFilms } from './evening.ts';
import { enterAs } from './testing/entering.ts';
import { newWorld, putClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let camp: Camp;
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
});
afterAll(() => world.end());

const inDeliveries = resolveSheet(defaultSheet, '11-12').filter((c) => c.scored && c.of === 'delivery');
// The films are of the open side.
const asked = inDeliveries.filter((c) => c.views.includes('openSide')).map((c) => c.id);
const notSeen = inDeliveries.find((c) => !c.views.includes('openSide'))!.id;
const score = (by: StaffId, deliveryId: DeliveryId, checkpoint: string, level: string) =>
  enterAs(anId(), { kind: 'score', deliveryId, checkpoint, level: level as '0', faults: [], note: null }, by);
async function filmed(bib: number) {
  const child = await world.addCamper(bib, {}, 1);
  const deliveryId = child.deliveries[0]!;
  const clip = { view: 'openSide', state: 'ready', frameTimes: [0.5, 0.6, 0.7], towardsTarget: 1 } as const;
  const id = await putClip({ deliveryId, ...clip, frameTimes: [...clip.frameTimes] });
  await db().insert(marks).values({ clipId: id, event: 'set', frame: 2, entryId: anId(), enteredBy: world.lead });
  return { ...child, clipId: id, delivery: deliveryId };
}

test('a round is of the clips on which people differ, with a film that may be shown, of nobody who is still to be scored blind', async () => {
  await expect(beginRound(camp, world.lead)).rejects.toMatchObject({ code: 'nothing-to-teach' });
  const open = await filmed(600);
  const [blind, closed] = [await filmed(601), await filmed(602)];
  const noFilm = await world.addCamper(603, {}, 1);
  await db()
    .insert(scoringTasks)
    .values({ id: anId(), camperId: blind.camper, day: '2026-07-13', coachId: world.otherCoach, kind: 'second' });
  await recordConsents(
    [{ camperId: closed.camper, film: false, share: false, until: null, givenBy: 'G', how: 'in person' }],
    world.lead,
  );
  for (const d of [open.delivery, blind.delivery, closed.delivery, noFilm.deliveries[0]!])
    for (const c of asked.slice(0, 7)) {
      await score(world.coach, d, c, '3');
      await score(world.otherCoach, d, c, '1');
    }
  await score(world.coach, open.delivery, notSeen, '3');
  await score(world.otherCoach, open.delivery, notSeen, '0');
  const { chosen } = await clipsForTonight(camp);
  expect(new Set(chosen.map((c) => c.delivery))).toEqual(new Set([open.delivery]));
  expect(chosen).toHaveLength(5);
  expect(chosen.map((c) => c.checkpoint)).not.toContain(notSeen);

  const scored = await db().select().from(scores);
  const id = await beginRound(camp, world.lead);
  const [round] = await roundsOf(camp);
  expect(round!.id).toBe(id);
  expect(round!.clips.map((c) => c.checkpoint)).toEqual(chosen.map((c) => c.checkpoint));
  const [clip] = round!.clips;
  expect(clip).toMatchObject({
    ...{ bib: 600, number: 1 },
    levels: [
      { coach: 'Coach', before: 3, after: null },
      { coach: 'Other coach', before: 1, after: null },
    ],
  });
  const said = { deliveryId: clip!.deliveryId, checkpoint: clip!.checkpoint, coachId: world.coach, level: '2' };
  await sayInRound(id, said, world.lead);
  await expect(sayInRound(id, { ...said, coachId: world.lead }, world.lead)).rejects.toMatchObject({ code: 'not-found' });
  await expect(sayInRound(anId(), said, world.lead)).rejects.toMatchObject({ code: 'not-found' });
  expect((await roundsOf(camp))[0]!.clips[0]!.levels[0]).toMatchObject({ before: 3, after: 2 });
  // What each had scored stays as it was.
  expect(await db().select().from(scores)).toEqual(scored);

  const a1 = round!.clips.findIndex((c) => c.checkpoint === 'A1');
  const played = await withFilms(camp, round!);
  if (a1 >= 0) expect(played.clips[a1]!.films[0]!.at).toBeCloseTo(0.2, 12);
  expect(played.clips.every((c) => c.films.length === 1)).toBe(true);
  await recordConsents(
    [{ camperId: open.camper, film: false, share: false, until: null, givenBy: 'G', how: 'in person' }],
    world.lead,
  );
  expect((await withFilms(camp, round!)).clips.every((c) => c.films.length === 0)).toBe(true);
});
