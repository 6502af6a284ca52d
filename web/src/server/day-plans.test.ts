import ICAL from 'ical.js';
import { convertIcsCalendar } from 'ts-ics';
import { recordCheckIn } from './check-ins.ts';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { and, eq, sql } from 'drizzle-orm';
import { campSettingsSchema, NOTHING_ASKED, type DaySettings, type CamperId, type ChildId } from '@stride-chalk/core';
import { countThrows, reportSore } from './arm-care.ts';
import { changeCamp, addCamp } from './camp-settings.ts';
import { camperById } from './campers.ts';
import { campById, campsOf, type Camp } from './camps.ts';
import Papa from 'papaparse';
import { planCalendar, planCsv } from './day-plan-files.ts';
import { dayPlanPage } from './day-plan-page.ts';
import { dayPlanOf, moveInPlan, noteLate, planAt, solveDay, delayDay, judgePlan } from './day-plans.ts';
import { db } from './db/connect.ts';
import { campers, campStaff, dayPlans, sheets } from './db/schema.ts';
import { dayInput, readField } from './day-input.ts';
import { withScorers } from './plan-scorers.ts';
import { enterAs } from './testing/entering.ts';
import { newWorld, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
let camp: Camp;
const DAY = '2026-07-15';
const EVENING_BEFORE = Date.parse('2026-07-14T23:00:00Z');
const kids: Array<{ camper: CamperId; child: ChildId }> = [];
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
  for (let bib = 20; bib < 44; bib++) kids.push(await world.addCamper(bib, { born: `${2009 + (bib % 9)}-03-01` }, 0));
});
afterAll(() => world.end());

const solve = async (change: Partial<DaySettings> = {}, more: { anew?: boolean; now?: number | null } = {}) => {
  const plan = await dayPlanOf(camp, DAY);
  return solveDay(camp, DAY, {
    settings: { ...plan.settings, ...change },
    revision: plan.revision,
    by: world.lead,
    now: null,
    anew: false,
    ...more,
  });
};

describe('the plan of a day', () => {
  test('holds everybody who may throw, and names why the others do not', async () => {
    const { camper } = await camperById(kids[0]!.camper);
    await countThrows(camp, camper, { id: anId(), day: DAY, kind: 'game', count: 85, by: world.helper });
    await solve({}, { anew: true });
    const page = await dayPlanPage(camp, DAY, EVENING_BEFORE);
    expect(page.problems).toEqual([]);
    expect(page.linked.linked).toBe(true);
    // 24 and the one of the world with consent, less one whose arm has thrown 70.
    expect(page.sessions).toHaveLength(24);
    const why = new Map(page.resting.map((r) => [page.campers.find((c) => c.id === r.camper)!.bib, r.why]));
    expect(why.get(8)).toBe('Nobody has consented to filming.');
    expect(why.get(9)).toBe('a sore arm');
    expect(why.get(20)).toMatch(/throws left|No throws/);
  });

  test('is mended from now on when somebody is sore, somebody late and a mound lost: the rest stays', async () => {
    const before = await dayPlanPage(camp, DAY, EVENING_BEFORE);
    const [soreOne, lateOne] = before.sessions.slice(-2).map((s) => s.camper);
    await reportSore(camp, (await camperById(soreOne!)).camper, { id: anId(), place: 'elbow', since: DAY, by: world.helper });
    await noteLate(lateOne!, DAY, 11 * 60, world.helper);
    expect((await dayPlanPage(camp, DAY, EVENING_BEFORE)).problems.map((p) => p.code).sort()).toEqual(['notThere', 'notToThrow']);
    const { moved } = await solve({}, { now: 9 * 60 + 10 });
    expect(moved).toEqual([lateOne]);
    const after = await dayPlanPage(camp, DAY, EVENING_BEFORE);
    expect(after.problems).toEqual([]);
    expect(after.sessions.find((s) => s.camper === lateOne)!.warmUpFrom).toBeGreaterThanOrEqual(11 * 60);
    const lost = await solve(
      { mounds: after.settings.mounds.map((m, i) => (i === 1 ? { ...m, to: 9 * 60 + 20 } : m)) },
      { now: 9 * 60 + 20 },
    );
    const stood = after.sessions
      .filter((s) => s.mound === after.settings.mounds[1]!.name && s.to > 9 * 60 + 20)
      .map((s) => s.camper);
    expect([...lost.moved].sort()).toEqual([...stood].sort());
  });

  test('two leads do not undo each other unseen', async () => {
    const plan = await dayPlanOf(camp, DAY);
    await solve();
    await expect(
      solveDay(camp, DAY, { settings: plan.settings, revision: plan.revision, by: world.lead, now: null, anew: true }),
    ).rejects.toMatchObject({ code: 'plan-changed', message: expect.stringMatching(/^Lead has changed this plan/) as string });
  });

  test('a move by hand is kept, whatever it breaks; who scores whom stays', async () => {
    const before = await dayPlanPage(camp, DAY, EVENING_BEFORE);
    const [a, b] = before.sessions;
    await moveInPlan(camp, DAY, {
      camperId: a!.camper,
      mound: b!.mound,
      from: b!.from,
      revision: before.revision,
      by: world.lead,
      now: null,
    });
    const after = await dayPlanPage(camp, DAY, EVENING_BEFORE);
    expect(after.problems.map((p) => p.code)).toContain('twoOnOneMound');
    for (const s of after.sessions)
      expect([s.scorer, s.secondScorer]).toEqual([
        before.sessions.find((x) => x.camper === s.camper)!.scorer,
        before.sessions.find((x) => x.camper === s.camper)!.secondScorer,
      ]);
    await solve();
    expect((await dayPlanPage(camp, DAY, EVENING_BEFORE)).problems).toEqual([]);
    await expect(
      moveInPlan(camp, '2026-07-16', {
        camperId: a!.camper,
        mound: 'Mound 1',
        from: 600,
        revision: 0,
        by: world.lead,
        now: null,
      }),
    ).rejects.toMatchObject({ code: 'no-plan' });
  });

  test('somebody of the staff leaves: what he was to film and to score is named, and goes to others', async () => {
    const before = await dayPlanPage(camp, DAY, EVENING_BEFORE);
    const leaver = before.sessions[0]!.scorer;
    const films = before.sessions.filter((s) => s.filmer === leaver).length;
    const scores = before.sessions.filter((s) => [s.scorer, s.secondScorer].includes(leaver)).length;
    const mine = and(eq(campStaff.campId, camp.id), eq(campStaff.staffId, leaver));
    await db().update(campStaff).set({ deactivatedAt: new Date() }).where(mine);
    const without = await dayPlanPage(camp, DAY, EVENING_BEFORE);
    const count = (code: string): number => without.problems.filter((p) => p.code === code).length;
    expect([count('filmerAway'), count('scorerAway')]).toEqual([films, scores]);
    await solve();
    const after = await dayPlanPage(camp, DAY, EVENING_BEFORE);
    expect(after.problems).toEqual([]);
    expect(after.sessions.flatMap((s) => [s.filmer, s.scorer, s.secondScorer])).not.toContain(leaver);
    await db().update(campStaff).set({ deactivatedAt: null }).where(mine);
    await solve();
  });

  test('leaves as CSV and calendar: times of the camp, no formula, no name in the calendar', async () => {
    await db().update(campers).set({ name: '=evil' }).where(eq(campers.id, kids[5]!.camper));
    const csv = await planCsv(camp, DAY);
    expect(csv).toContain(`'=evil`);
    const ics = await planCalendar(camp, DAY, null);
    const page = await dayPlanPage(camp, DAY, EVENING_BEFORE);
    expect(ics.split('BEGIN:VEVENT')).toHaveLength(page.sessions.length + 1);
    const first = page.sessions[0]!;
    // Chicago lies five hours behind UTC in summer (IANA time zone database).
    const instant = (minute: number): number => Date.parse('2026-07-15T05:00:00Z') + minute * 60_000;
    const planned = page.sessions.map((s) => [instant(s.from), instant(s.to)]).sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]!);
    // Two foreign readers find the same times, and every stamp is UTC (RFC 5545, 3.8.7.2).
    const read = new ICAL.Component(ICAL.parse(ics)).getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
    expect(
      read
        .map((e) => [e.startDate.toJSDate().getTime(), e.endDate.toJSDate().getTime()])
        .sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]!),
    ).toEqual(planned);
    const again = convertIcsCalendar(undefined, ics).events ?? [];
    expect(
      again.map((e) => [e.start.date.getTime(), e.end!.date.getTime()]).sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]!),
    ).toEqual(planned);
    for (const stamp of ics.match(/^DT(STAMP|START|END).*$/gm)!) expect(stamp.trim()).toMatch(/^DT\w+:\d{8}T\d{6}Z$/);
    expect(ics).not.toContain('evil');
    const own = await planCalendar(camp, DAY, first.filmer);
    expect(own.split('BEGIN:VEVENT')).toHaveLength(page.sessions.filter((s) => s.filmer === first.filmer).length + 1);
  });

  test('a line break in a name begins no property of its own, in the calendar, in the table and in mail', async () => {
    const evil = 'Field\r\nATTENDEE:MAILTO:x@y.example\rBEGIN:VEVENT\nX\u2028Y';
    const ics = await planCalendar({ ...camp, name: evil, place: evil }, DAY, null);
    expect(ics).not.toMatch(/\r(?!\n)/);
    expect(
      ics
        .split(/\r\n/)
        .filter((l) => /^(ATTENDEE|X$|BEGIN:VEVENT)/.test(l))
        .every((l) => l === 'BEGIN:VEVENT'),
    ).toBe(true);
    const page = await dayPlanPage(camp, DAY, EVENING_BEFORE);
    const events = new ICAL.Component(ICAL.parse(ics)).getAllSubcomponents('vevent');
    expect(events).toHaveLength(page.sessions.length);
    for (const e of events) expect(e.getFirstPropertyValue('location')).toContain('Field ATTENDEE');
    await db().update(campers).set({ name: 'A\r\nB,"C"' }).where(eq(campers.id, kids[6]!.camper));
    const table = Papa.parse<string[]>((await planCsv(camp, DAY)).trim()).data;
    expect(new Set(table.map((r) => r.length)).size).toBe(1);
    expect(table.flat()).toContain('A\r\nB,"C"');
  });

  test('of a day that is over everything is history: nothing of it is called broken', async () => {
    const { camper } = await camperById((await dayPlanPage(camp, DAY, EVENING_BEFORE)).sessions.at(-1)!.camper);
    await countThrows(camp, camper, { id: anId(), day: DAY, kind: 'filming', count: 100, by: world.helper });
    expect((await dayPlanPage(camp, DAY, EVENING_BEFORE)).problems.map((p) => p.code)).not.toEqual([]);
    expect(await dayPlanPage(camp, DAY, Date.parse('2026-07-16T12:00:00Z'))).toMatchObject({ over: true, problems: [] });
  });

  test('when the search for who scores whom runs into its limit the page says so, until it is made again', async () => {
    const plan = await dayPlanOf(camp, DAY);
    const { input } = dayInput(await readField(camp, DAY), plan.settings);
    const found = await withScorers(input, plan.sessions, [], { seconds: 0 });
    expect(found.cut).toBe(true);
    expect(found.sessions.every((s) => plan.settings.staff.some((p) => p.id === s.scorer))).toBe(true);
    expect((await withScorers(input, plan.sessions, [], { seconds: 120 })).cut).toBe(false);
    // On a busy machine the plan itself may have run into it.
    const isCut = (cut: boolean) =>
      db()
        .update(dayPlans)
        .set({ facts: sql`facts || jsonb_build_object('scorersCut', ${cut}::boolean)` })
        .where(eq(dayPlans.campId, camp.id));
    await isCut(false);
    expect((await dayPlanPage(camp, DAY, EVENING_BEFORE)).scorersCut).toBe(false);
    await isCut(true);
    await delayDay(camp, DAY, { revision: plan.revision, by: world.lead, now: null, minutes: 5 });
    expect((await dayPlanPage(camp, DAY, EVENING_BEFORE)).scorersCut).toBe(true);
  });

  test('without anybody who scores there is no plan', async () => {
    const { settings } = await dayPlanOf(camp, DAY);
    await expect(solve({ staff: settings.staff.map((s) => ({ ...s, scores: false })) })).rejects.toMatchObject({
      code: 'nobody-scores',
    });
  });
});

describe('settings of a camp', () => {
  const settingsOf = (c: Camp) =>
    campSettingsSchema.parse({
      name: c.name,
      place: c.place,
      firstDay: c.firstDay,
      lastDay: c.lastDay,
      timeZone: c.timeZone,
      units: c.units,
      distances: c.distances,
      groundMarks: c.groundMarks,
      retentionDays: c.retentionDays,
      sheetId: c.sheetId,
      schools: c.schools,
      schoolReasons: c.schoolReasons,
      armCare: null,
    });

  test('a school needs its reason and must be one of the sheet', async () => {
    const school = camp.sheet.schools[0]!;
    const chosen = { ...settingsOf(camp), schools: { [school.id]: school.options[1]!.id } };
    await expect(changeCamp(camp.id, chosen, world.lead)).rejects.toMatchObject({ code: 'school-without-reason' });
    await expect(
      changeCamp(camp.id, { ...chosen, schools: { [school.id]: 'nonsense' }, schoolReasons: { [school.id]: 'x' } }, world.lead),
    ).rejects.toMatchObject({ code: 'unknown-school' });
    await changeCamp(
      camp.id,
      { ...chosen, schoolReasons: { [school.id]: 'the staff agreed on Monday' }, retentionDays: 30 },
      world.lead,
    );
    expect(await campById(camp.id)).toMatchObject({ retentionDays: 30, schools: chosen.schools });
  });

  test('the sheet stays as soon as something was scored with it; limits of the lead take the place of the published ones', async () => {
    const second = anId();
    await db().insert(sheets).values({ id: second, key: camp.sheet.id, version: 99, document: camp.sheet });
    await changeCamp(camp.id, { ...settingsOf(camp), sheetId: second }, world.lead);
    await changeCamp(camp.id, settingsOf(camp), world.lead);
    await enterAs(
      anId(),
      { kind: 'score', deliveryId: world.delivery, checkpoint: 'A1', level: '3', faults: [], note: null },
      world.coach,
    );
    await expect(changeCamp(camp.id, { ...settingsOf(camp), sheetId: second }, world.lead)).rejects.toMatchObject({
      code: 'sheet-in-use',
    });
    await changeCamp(camp.id, { ...settingsOf(camp), armCare: { ...camp.armCare, source: 'River league' } }, world.lead);
    expect(await campById(camp.id)).toMatchObject({ ownLimits: true, armCare: { source: 'River league' } });
  });

  test('what makes no sense is refused: days the wrong way round, an unknown zone', () => {
    expect(campSettingsSchema.safeParse({ ...settingsOf(camp), lastDay: '2020-01-01' }).success).toBe(false);
    expect(campSettingsSchema.safeParse({ ...settingsOf(camp), timeZone: 'America/Nowhere' }).success).toBe(false);
  });

  test('another camp has a lead; the camp that is on now comes first, deactivated ones not at all', async () => {
    const facts = { place: 'Field', timeZone: 'America/Chicago', units: 'metric' } as const;
    const later = await addCamp(
      camp,
      { ...facts, name: 'Later', firstDay: '2026-09-01', lastDay: '2026-09-05' },
      { id: world.lead, makesCamps: true },
    );
    const past = await addCamp(
      camp,
      { ...facts, name: 'Past', firstDay: '2025-07-01', lastDay: '2025-07-05' },
      { id: world.lead, makesCamps: true },
    );
    const order = async (day: string) => (await campsOf(world.lead, Date.parse(`${day}T18:00:00Z`))).map((m) => m.camp.id);
    expect(await order('2026-07-15')).toEqual([camp.id, later, past]);
    expect(await order('2026-08-01')).toEqual([later, camp.id, past]);
    expect(await order('2026-10-01')).toEqual([later, camp.id, past]);
    await db().update(campStaff).set({ deactivatedAt: new Date() }).where(eq(campStaff.campId, later));
    expect(await order('2026-08-01')).toEqual([camp.id, past]);
  });
});

describe('two leads at once', () => {
  test('on a day that nobody has planned: one plan is made, the other lead is told', async () => {
    const day = '2026-07-17';
    const { settings } = await dayPlanOf(camp, day);
    const plan = (from: number) =>
      solveDay(camp, day, {
        settings: { ...settings, mounds: settings.mounds.map((m) => ({ ...m, from })) },
        revision: 0,
        by: world.lead,
        now: null,
        anew: true,
      }).then(
        () => 'planned',
        (error: { code: string; message: string }) => `${error.code}: ${error.message.slice(0, 16)}`,
      );
    expect((await Promise.all([plan(540), plan(600)])).sort()).toEqual(['plan-changed: Lead has changed', 'planned']);
    expect((await dayPlanOf(camp, day)).revision).toBe(1);
  });

  test('a day that begins late goes on in the same order, and what it breaks is named', async () => {
    const day = '2026-07-17';
    const before = await dayPlanOf(camp, day);
    await delayDay(camp, day, { minutes: 15, revision: before.revision, by: world.lead, now: null });
    const after = await dayPlanOf(camp, day);
    expect(after.sessions.map((s) => [s.camper, s.from])).toEqual(before.sessions.map((s) => [s.camper, s.from + 15]));
    await expect(
      delayDay(camp, day, { minutes: 15, revision: before.revision, by: world.lead, now: null }),
    ).rejects.toMatchObject({ code: 'plan-changed' });
    await expect(
      delayDay(camp, day, { minutes: 240 * 4, revision: after.revision, by: world.lead, now: null }),
    ).rejects.toMatchObject({ code: 'past-midnight' });
    await expect(delayDay(camp, '2026-07-16', { minutes: 5, revision: 0, by: world.lead, now: null })).rejects.toMatchObject({
      code: 'no-plan',
    });
  });

  test('whoever never came has not thrown: his turn is named, and given again', async () => {
    const day = '2026-07-17';
    const plan = await dayPlanOf(camp, day);
    const [first, second] = plan.sessions;
    const said = (camperId: CamperId) => ({
      camperId,
      day,
      notedAt: '2026-07-17T13:00:00.000Z',
      present: true,
      ...NOTHING_ASKED,
    });
    // As long as nobody is at the gate, the plan is believed.
    const noon = Math.max(first!.to, second!.to) + 1;
    const judge = async () => {
      const field = await readField(camp, day);
      return judgePlan(field, await planAt(camp, field), { now: noon, over: false }).problems;
    };
    expect((await judge()).filter((p) => p.code === 'missed')).toEqual([]);
    await recordCheckIn(anId(), said(second!.camper), world.helper);
    const missed = (await judge()).filter((p) => p.code === 'missed').flatMap((p) => p.campers);
    expect(missed).toContain(first!.camper);
    expect(missed).not.toContain(second!.camper);
  });
});
