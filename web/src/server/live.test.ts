import { afterAll, afterEach, beforeAll, expect, test } from 'vitest';
import { eq, sql } from 'drizzle-orm';
import type { LiveChange } from '@stride-chalk/core';
import { countThrows, reportSore } from './arm-care.ts';
import { addCamp } from './camp-settings.ts';
import { camperById } from './campers.ts';
import { campById } from './camps.ts';
import { recordConsents } from './consents.ts';
import { db } from './db/connect.ts';
import { campers, clips, dayPlans, deliveries, lateArrivals } from './db/schema.ts';
import { hearCamp, readMessage, tellCamp } from './live.ts';
import { newWorld, putClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let heard: Array<LiveChange | null>;
const stops: Array<() => void> = [];
beforeAll(async () => {
  world = await newWorld();
});
afterEach(() => {
  for (const stop of stops.splice(0)) stop();
});
afterAll(() => world.end());

/** Follows a camp; resolves when it is told of what happens. */
async function follow(camp: string): Promise<void> {
  heard = [];
  const there = new Promise<void>((resolve) => {
    stops.push(
      hearCamp(camp, (change) => {
        heard.push(change);
        if (change === null) resolve();
      }),
    );
  });
  await there;
  heard = [];
}
/** A message of ours that comes after everything that was written before it. */
async function all(): Promise<string[]> {
  const last = anId();
  await db().execute(sql`select pg_notify('camp_changed', ${`${world.campId} films ${last}`})`);
  await expect.poll(() => heard.some((h) => h?.camper === last), { timeout: 20_000 }).toBe(true);
  const found = [
    ...new Set(
      heard.filter((h) => h?.camper !== last).map((h) => `${h?.about} ${h?.camper === world.camper ? 'camper' : h?.camper}`),
    ),
  ];
  heard = [];
  return found.sort();
}

test('what is written to the database is told to whoever follows the camp: what about, and of whom', async () => {
  await follow(world.campId);
  const { camp, camper } = await camperById(world.camper);
  await db().update(deliveries).set({ kind: 'windUp' }).where(eq(deliveries.id, world.delivery));
  expect(await all()).toEqual(['films camper']);
  const clip = await putClip({ deliveryId: world.delivery, view: 'rear', state: 'checking' });
  await db().update(clips).set({ progress: 0.5 }).where(eq(clips.id, clip));
  await db().delete(clips).where(eq(clips.id, clip));
  // The tray shows the clips of everybody.
  expect(await all()).toEqual(['films camper', 'tray null']);
  await recordConsents(
    [{ camperId: world.camper, film: true, share: true, until: null, givenBy: 'G', how: 'by phone' }],
    world.lead,
  );
  expect(await all()).toEqual(['gate camper', 'plan camper', 'shown camper']);
  await countThrows(camp, camper, { id: anId(), day: '2026-07-14', kind: 'drill', count: 2, by: world.helper });
  expect(await all()).toEqual(['gate camper', 'plan camper']);
  await db().insert(lateArrivals).values({ camperId: world.camper, day: '2026-07-14', fromMinute: 600, enteredBy: world.helper });
  expect(await all()).toEqual(['plan camper']);
  await db()
    .insert(dayPlans)
    .values({ id: anId(), campId: camp.id, day: '2026-07-14', settings: {} as never });
  expect(await all()).toEqual(['gate null', 'plan null']);
  await db().update(campers).set({ name: 'Other' }).where(eq(campers.id, world.camper));
  expect(await all()).toEqual(['gate camper', 'plan camper', 'shown camper']);
});

test('another camp hears nothing of it; of an arm every camp of the child does', async () => {
  const { camp, camper } = await camperById(world.camper);
  const other = await addCamp(
    camp,
    { name: 'Other', place: 'X', firstDay: '2026-07-20', lastDay: '2026-07-24', timeZone: 'UTC', units: 'metric' },
    { id: world.lead, makesCamps: true },
  );
  const elsewhere: Array<LiveChange | null> = [];
  stops.push(hearCamp(other, (change) => elsewhere.push(change)));
  await follow(world.campId);
  await db().update(campers).set({ name: 'Again' }).where(eq(campers.id, world.camper));
  expect(await all()).toContain('gate camper');
  expect(elsewhere.filter((c) => c !== null)).toEqual([]);
  const there = anId();
  await db()
    .insert(campers)
    .values({ ...camper, id: there, campId: other } as never);
  await reportSore(await campById(camp.id), camper, { id: anId(), place: 'elbow', since: '2026-07-14', by: world.helper });
  await all();
  expect(elsewhere).toContainEqual({ about: 'gate', camper: there });
});

test('when the connection is lost it is made again, and whoever follows is told that he may have missed something', async () => {
  await follow(world.campId);
  await db().execute(
    sql`select pg_terminate_backend(pid) from pg_stat_activity where query = 'listen camp_changed' and datname = current_database()`,
  );
  await expect.poll(() => heard.includes(null), { timeout: 20_000 }).toBe(true);
  expect(await all()).toEqual(expect.not.arrayContaining(['gate camper']));
});

test('whoever has stopped is told no more, and a message that is none is passed over', () => {
  const told: Array<LiveChange | null> = [];
  const stop = hearCamp('here', (change) => told.push(change));
  tellCamp('here', { about: 'plan', camper: null });
  tellCamp('elsewhere', { about: 'plan', camper: null });
  stop();
  tellCamp('here', { about: 'plan', camper: null });
  expect(told).toEqual([{ about: 'plan', camper: null }]);
  expect(readMessage(`${world.campId} plan`)).toEqual({ camp: world.campId, change: { about: 'plan', camper: null } });
  for (const wrong of ['', 'x', `${world.campId} lunch`, `${world.campId} plan nobody`])
    expect(readMessage(wrong), wrong).toBeNull();
});
