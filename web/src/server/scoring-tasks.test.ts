import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { eq } from 'drizzle-orm';
import { resolveSheet, type StaffId, type CamperId, type DeliveryId, type ScorerChoice } from '@stride-chalk/core';
import { camperById } from './campers.ts';
import { campById, type Camp } from './camps.ts';
import { comeInWith } from './come-in.ts';
import { recordConsents } from './consents.ts';
import { db } from './db/connect.ts';
import { campers, campStaff, clips, scores, scoringTasks, staff } from './db/schema.ts';
import { askQueue, nextInQueue } from './scoring-queue.ts';
import { isSecondScorer, planTasks, tasksOf } from './scoring-tasks.ts';
import { enterAs } from './testing/entering.ts';
import { newWorld, putClip, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

const bibAfter = async (at: Camp, coach: StaffId, bib: number): Promise<number | null> =>
  nextInQueue(await askQueue(at, coach), bib)?.bib ?? null;

let world: World;
let camp: Camp;
let kid: { camper: CamperId; deliveries: DeliveryId[] };
const DAY = '2026-07-13';
let bib = 50;

beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
});
afterAll(() => world.end());
beforeEach(async () => {
  await db().delete(scoringTasks);
  await db().delete(scores);
  kid = await world.addCamper(bib++, {}, 2);
});

const plan = (sessions: readonly ScorerChoice[], day = DAY) =>
  db().transaction((tx) => planTasks(tx, { campId: camp.id, day, sessions, by: world.lead }));
const alone = (scorer: StaffId, secondScorer: StaffId | null = null, camper = kid.camper) => [{ camper, scorer, secondScorer }];
const rows = async () =>
  (await db().select().from(scoringTasks).where(eq(scoringTasks.camperId, kid.camper))).map((t) => [t.coachId, t.kind, t.state]);
const asked = async (camper = kid.camper) =>
  resolveSheet(camp.sheet, (await camperById(camper)).camper.ageGroup, 'stretch', camp.schools).filter((c) => c.scored);
const score = async (coach: StaffId, delivery: DeliveryId, checkpoint: string) =>
  enterAs(anId(), { kind: 'score', deliveryId: delivery, checkpoint, level: 'NV', faults: [], note: null }, coach);
const film = (delivery: DeliveryId, state: 'ready' | 'checking' = 'ready') =>
  putClip({
    ...{ deliveryId: delivery, view: state === 'ready' ? 'openSide' : 'front', state },
    ...(state === 'ready' ? { frameTimes: [0, 0.1], benchWidth: 2, benchHeight: 2, towardsTarget: 1 } : {}),
  });

describe('who scores what', () => {
  test('the plan gives it out: a first scorer, and a second one where there is one', async () => {
    await plan(alone(world.coach, world.otherCoach));
    expect(await rows()).toEqual([
      [world.coach, 'first', 'open'],
      [world.otherCoach, 'second', 'open'],
    ]);
    expect(await isSecondScorer(kid.camper, world.otherCoach)).toBe(true);
    expect(await isSecondScorer(kid.camper, world.coach)).toBe(false);
    expect(await isSecondScorer(world.camper, world.otherCoach)).toBe(false);
  });

  test('a new plan takes back what nobody has begun, and gives it again when it comes back', async () => {
    await plan(alone(world.coach, world.otherCoach));
    await plan(alone(world.otherCoach));
    expect(await rows()).toEqual([
      [world.coach, 'first', 'dropped'],
      [world.otherCoach, 'first', 'open'],
    ]);
    expect(await isSecondScorer(kid.camper, world.otherCoach)).toBe(false);
    await plan(alone(world.coach, world.otherCoach));
    expect(await rows()).toEqual([
      [world.coach, 'first', 'open'],
      [world.otherCoach, 'second', 'open'],
    ]);
    await plan([]);
    expect((await rows()).map((r) => r[2])).toEqual(['dropped', 'dropped']);
    expect(await isSecondScorer(kid.camper, world.otherCoach)).toBe(false);
    expect(await tasksOf(camp, world.coach)).toEqual([]);
  });

  test('what is begun outlives the plan, and who began blind stays blind', async () => {
    await plan(alone(world.coach, world.otherCoach));
    const [first] = await asked();
    await score(world.otherCoach, kid.deliveries[0]!, first!.id);
    await plan(alone(world.otherCoach));
    expect(await rows()).toEqual([
      [world.coach, 'first', 'dropped'],
      [world.otherCoach, 'second', 'open'],
    ]);
    await plan([]);
    expect(await isSecondScorer(kid.camper, world.otherCoach)).toBe(true);
    // Levels of another day begin nothing of this one.
    await plan(alone(world.otherCoach), '2026-07-15');
    await plan([], '2026-07-15');
    expect((await rows()).map((r) => [r[1], r[2]])).toEqual([
      ['first', 'dropped'],
      ['second', 'open'],
      ['first', 'dropped'],
    ]);
  });

  test('the plan of another day, of another camp, and practice are left alone', async () => {
    await plan(alone(world.coach));
    await plan([], '2026-07-14');
    await db().transaction((tx) => planTasks(tx, { campId: anId(), day: DAY, sessions: [], by: world.lead }));
    await db()
      .insert(scoringTasks)
      .values({ id: anId(), camperId: kid.camper, day: DAY, coachId: world.otherCoach, kind: 'practice' });
    await plan(alone(world.coach));
    expect(await rows()).toEqual(
      expect.arrayContaining([
        [world.coach, 'first', 'open'],
        [world.otherCoach, 'practice', 'open'],
      ]),
    );
  });
});

describe('how far a task is', () => {
  const task = async (coach = world.coach) => (await tasksOf(camp, coach)).find((t) => t.camperId === kid.camper);
  test('it waits for a film, is open, begun, and done when each filmed delivery has all of his own levels', async () => {
    await plan(alone(world.coach, world.otherCoach));
    expect(await task()).toMatchObject({ state: 'waits', levels: { done: 0, of: 0 } });
    await film(kid.deliveries[0]!, 'checking');
    expect((await task())!.state).toBe('waits');
    await film(kid.deliveries[0]!);
    const all = await asked();
    expect(await task()).toMatchObject({ kind: 'first', state: 'open', levels: { done: 0, of: all.length } });
    // A colleague's levels are not his.
    await score(world.otherCoach, kid.deliveries[0]!, all[0]!.id);
    expect((await task())!.state).toBe('open');
    await score(world.coach, kid.deliveries[0]!, all[0]!.id);
    expect(await task()).toMatchObject({ state: 'begun', levels: { done: 1, of: all.length } });
    for (const c of all.slice(1)) await score(world.coach, kid.deliveries[0]!, c.id);
    expect(await task()).toMatchObject({ state: 'done', levels: { done: all.length, of: all.length } });
    await film(kid.deliveries[1]!);
    expect((await task())!.levels).toEqual({ done: all.length, of: 2 * all.length - 2 });
    // What is asked once of the set is asked once, also where a page from before asked it of each delivery.
    const ofSet = all.filter((c) => c.of === 'set');
    expect(ofSet).toHaveLength(2);
    for (const c of ofSet) await score(world.coach, kid.deliveries[1]!, c.id);
    expect((await task())!.levels).toEqual({ done: all.length, of: 2 * all.length - 2 });
    expect((await task(world.otherCoach))!.kind).toBe('second');
  });

  test('a film that was taken away, a camper who has left, and one without a consent are nothing to score', async () => {
    await plan(alone(world.coach));
    await film(kid.deliveries[0]!);
    expect((await task())!.state).toBe('open');
    for (const gone of [{ removedAt: new Date(), removedBy: world.lead }, { hiddenAt: new Date() }]) {
      await db().update(clips).set(gone).where(eq(clips.deliveryId, kid.deliveries[0]!));
      expect((await task())!.state).toBe('waits');
      await db()
        .update(clips)
        .set({ removedAt: null, removedBy: null, hiddenAt: null })
        .where(eq(clips.deliveryId, kid.deliveries[0]!));
    }
    await db().update(campers).set({ withdrawnOn: DAY }).where(eq(campers.id, kid.camper));
    expect(await task()).toBeUndefined();
    await db().update(campers).set({ withdrawnOn: null }).where(eq(campers.id, kid.camper));
    const no = { film: false, share: false, until: null, givenBy: 'G', how: 'by phone' } as const;
    await recordConsents([{ camperId: kid.camper, ...no }], world.lead);
    expect(await task()).toBeUndefined();
  });

  test('after a camper comes the next bib that is not done, round the bibs, however many are done in between', async () => {
    const kids = [];
    for (let i = 0; i < 20; i++) kids.push({ bib: bib, ...(await world.addCamper(bib++, {}, 1)) });
    await plan(kids.map((k) => ({ camper: k.camper, scorer: world.coach, secondScorer: null })));
    const [a, z] = [kids[1]!, kids[18]!];
    for (const k of [a, z]) await film(k.deliveries[0]!);
    expect(await bibAfter(camp, world.coach, kids[0]!.bib)).toBe(a.bib);
    expect(await bibAfter(camp, world.coach, a.bib)).toBe(z.bib);
    expect(await bibAfter(camp, world.coach, z.bib)).toBe(a.bib);
    expect(await bibAfter(camp, world.otherCoach, a.bib)).toBeNull();
    for (const c of await asked(z.camper)) await score(world.coach, z.deliveries[0]!, c.id);
    // The only one that is left is the one in hand.
    expect(await bibAfter(camp, world.coach, a.bib)).toBeNull();
  });
});

test('who comes in with his own account takes his tasks along', async () => {
  const [invited, account] = [anId(), anId()];
  for (const id of [invited, account]) {
    const address = `${id}@test.example`;
    await db().insert(staff).values({ id, name: 'Two', address, email: address });
  }
  await db().insert(campStaff).values({ campId: camp.id, staffId: invited, role: 'coach' });
  await plan(alone(invited));
  await comeInWith(invited, account);
  expect(await rows()).toEqual([[account, 'first', 'open']]);
});
