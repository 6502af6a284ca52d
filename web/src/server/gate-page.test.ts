import type { CamperId } from '@stride-chalk/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { v7 } from 'uuid';
import { eq } from 'drizzle-orm';
import { countThrows, reportSore } from './arm-care.ts';
import { camperById } from './campers.ts';
import { campById, clockOn, type Camp } from './camps.ts';
import { recordCheckIn } from './check-ins.ts';
import { dayPlanPage } from './day-plan-page.ts';
import { dayPlanOf, solveDay } from './day-plans.ts';
import { db } from './db/connect.ts';
import { campStaff } from './db/schema.ts';
import { gatePage, todayAtTheField } from './gate-page.ts';
import { readiness } from './home.ts';
import { newWorld, type World } from './testing/world.ts';

let world: World;
let camp: Camp;
const DAY = '2026-07-14';
/** The clock of the camp at 9:04 and at 8:30; Chicago lies five hours behind UTC in summer. */
const [AT_9_04, AT_8_30] = [Date.parse('2026-07-14T14:04:00Z'), Date.parse('2026-07-14T13:30:00Z')];
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
  const { settings } = await dayPlanOf(camp, DAY);
  const one = { ...settings, mounds: settings.mounds.slice(0, 1) };
  await world.addCamper(10, {}, 0);
  await solveDay(camp, DAY, { settings: one, revision: 0, by: world.lead, now: null, anew: true });
});
afterAll(() => world.end());

const lineOf = async (camperId: CamperId) => (await gatePage(camp, DAY)).lines.find((l) => l.id === camperId)!;

describe('the list at the gate', () => {
  test('says who is expected, when and where he throws, and who may not', async () => {
    const page = await gatePage(camp, DAY, AT_8_30);
    expect(page).toMatchObject({ day: DAY, asOf: '2026-07-14T13:30:00.000Z' });
    expect(page.lines.map((l) => [l.bib, l.consent, l.sore, l.session !== null])).toEqual([
      [7, true, false, true],
      [8, false, false, false],
      [9, true, true, false],
      [10, true, false, true],
    ]);
    expect(page.lines.every((l) => l.present === null)).toBe(true);
    const first = page.lines.find((l) => l.session?.from === 540)!;
    expect(first.session).toEqual({ mound: 'Mound 1', warmUpFrom: 528, from: 540 });
  });

  test('knows what was said, and marks throws that a new check-in of today would replace', async () => {
    const { camper } = await camperById(world.camper);
    await countThrows(camp, camper, { id: v7(), day: DAY, kind: 'warmUp', count: 15, by: world.helper });
    await recordCheckIn(
      v7(),
      {
        camperId: world.camper,
        day: DAY,
        notedAt: '2026-07-14T13:20:00.000Z',
        present: true,
        heightCentimetres: 154,
        sore: null,
        drillsDone: 'all',
        goals: 'longer stride',
        mobility: ['stiff hips'],
        throwsReported: [{ day: '2026-07-13', count: 12, kind: 'game' }],
        throwsKnown: null,
        form: 2,
      },
      world.helper,
    );
    const line = await lineOf(world.camper);
    expect(line).toMatchObject({ present: true, heightCentimetres: 154, drillsDone: 'all', goals: 'longer stride' });
    expect(line.thrown).toContainEqual({ day: DAY, count: 15, kind: 'warmUp', saidToday: false });
    expect(line.thrown).toContainEqual({ day: '2026-07-13', count: 12, kind: 'game', saidToday: true });
    expect(line.left).toBe(85 - 15);
    // The plan's page knows who is here.
    expect((await dayPlanPage(camp, DAY, AT_8_30)).here).toEqual([world.camper]);
  });
});

describe('the day at the field', () => {
  test('in a few figures: who is here, what is done, who is next', async () => {
    const before = (await todayAtTheField(camp, AT_8_30))!;
    expect(before).toMatchObject({ expected: 4, atTheGate: 1, here: 1, planned: 2, done: 0, resting: 2, next: { from: 540 } });
    const during = (await todayAtTheField(camp, AT_9_04))!;
    expect(during.next!.from).toBeGreaterThan(540);
    expect(during.next!.bib).not.toBe(before.next!.bib);
  });

  test('outside the days of the camp there is none', async () => {
    expect(await todayAtTheField(camp, Date.parse('2026-07-13T04:59:00Z'))).toBeNull();
    expect(await todayAtTheField(camp, Date.parse('2026-07-13T05:00:00Z'))).not.toBeNull();
    expect(await todayAtTheField(camp, Date.parse('2026-07-18T05:00:00Z'))).toBeNull();
  });

  test('the clock of the camp: none for a day to come, midnight for one that is over', () => {
    expect(clockOn(camp, DAY, AT_9_04)).toEqual({ now: 9 * 60 + 4, over: false });
    expect(clockOn(camp, '2026-07-15', AT_9_04)).toEqual({ now: null, over: false });
    expect(clockOn(camp, '2026-07-13', AT_9_04)).toEqual({ now: 24 * 60, over: true });
    // It is the 15th in Europe, and still the 14th at the field.
    expect(clockOn(camp, DAY, Date.parse('2026-07-15T04:59:00Z'))).toEqual({ now: 23 * 60 + 59, over: false });
  });
});

describe('the next thing of the hour', () => {
  test('knows what no longer holds of the plan, with the bibs', async () => {
    expect((await todayAtTheField(camp, AT_8_30))!.broken).toEqual([]);
    const ten = (await gatePage(camp, DAY)).lines.find((l) => l.bib === 10)!;
    const { camper } = await camperById(ten.id);
    await reportSore(camp, camper, { id: v7(), place: 'elbow', since: DAY, by: world.helper });
    expect((await todayAtTheField(camp, AT_8_30))!.broken).toEqual([{ bibs: [10], says: 'A sore arm, and still on the plan' }]);
  });

  test('knows whether the camp is ready: who works there, whether the day that is on or the first to come has a plan', async () => {
    expect(await readiness(camp, AT_8_30)).toEqual({ staff: 4, over: false, planned: true });
    // On Thursday nothing is planned yet; after Friday the camp is over.
    expect(await readiness(camp, Date.parse('2026-07-16T14:00:00Z'))).toEqual({ staff: 4, over: false, planned: false });
    expect((await readiness(camp, Date.parse('2026-07-19T14:00:00Z'))).over).toBe(true);
    await db().update(campStaff).set({ deactivatedAt: new Date() }).where(eq(campStaff.staffId, world.otherCoach));
    expect((await readiness(camp, AT_8_30)).staff).toBe(3);
  });
});
