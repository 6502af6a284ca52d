import { describe, expect, test } from 'vitest';
import type { AgeGroup } from '../roster/age-group.ts';
import { daySettingsSchema, startsAt, workingMinutes } from './day.ts';
import { dayFacts, planDay, planSteps } from './plan-day.ts';
import { camperOf, dayOf, SMALL, sessionOf } from './testing/small-day.ts';
import { seeded } from './testing/random-camp.ts';
import { coach } from './testing/ids.ts';

// Everything here is reckoned by hand on the small day: two mounds from 9:00 (540) to 12:00 (720), ten minutes a camper, ten to warm up.
const many = (n: number) => Array.from({ length: n }, (_, i) => camperOf(`c${i}`));
const once = { random: seeded(1), keepGoing: () => false };
const when = (plan: ReturnType<typeof planDay>) =>
  Object.fromEntries(plan.sessions.map((s) => [s.camper, `${s.mound} ${s.from}`]));
/** Ages whose minutes on the mound differ. */
const lengths = (minutes: Partial<Record<AgeGroup, number>>) => ({ minutes: { ...SMALL.minutes, ...minutes } });

describe('a plan', () => {
  test('names who is not to throw and who finds no room, and lists the sessions by time and mound', () => {
    const day = dayOf([...many(37), camperOf('tired', { throwsLeft: 15 })]);
    const plan = planDay(day, once);
    expect(plan.unplaced).toEqual([
      { camper: 'tired', why: 'armCare' },
      { camper: expect.stringMatching(/^c\d+$/), why: 'noRoom' },
    ]);
    expect(plan.sessions.map((s) => `${s.from} ${s.mound}`)).toEqual(
      Array.from({ length: 18 }, (_, i) => [`${540 + 10 * i} M1`, `${540 + 10 * i} M2`]).flat(),
    );
  });

  test('one throw after the warm-up is enough to be filmed', () => {
    expect(planDay(dayOf([camperOf('a', { throwsLeft: 16 })]), once).sessions).toMatchObject([{ camper: 'a', deliveries: 1 }]);
  });

  test('comes to these facts', () => {
    const staff = [...SMALL.staff, { id: coach('scorer'), films: false, scores: true, from: 540, to: 720 }];
    const mounds = [{ ...SMALL.mounds[0]! }, { ...SMALL.mounds[1]!, from: 560 }];
    const day = dayOf([...many(5), camperOf('away')], { staff, mounds, breaks: [{ from: 550, to: 560 }] });
    const sessions = [sessionOf('c0', 540), sessionOf('c1', 570), sessionOf('c2', 580, { mound: 'M2', filmer: coach('q') })];
    expect(dayFacts(day, sessions)).toMatchObject({
      finish: 590,
      // 540 to 590 without the ten of the break.
      minutes: 40,
      filmingMinutes: { p: 20, q: 10 },
    });
    // Three campers: 540 to 550 one, after the break and a warm-up both at 570: 580.
    expect(dayFacts(day, sessions)).toMatchObject({ bound: { finish: 580, moundMinutes: 30 }, leastMinutes: 30 });
    expect(dayFacts(day, sessions).filmingMinutes).not.toHaveProperty('scorer');
    expect(dayFacts(day, [])).toMatchObject({ finish: null, minutes: 0, filmingMinutes: { p: 0, q: 0 } });
    // Whoever filmed and stands in the day no more still did.
    expect(dayFacts(day, [sessionOf('c0', 540, { filmer: coach('gone') })]).filmingMinutes).toEqual({ p: 0, q: 0, gone: 10 });
  });
});

describe('the search', () => {
  // Thirty minutes for each of two big ones, ten for each of four small ones: 100 minutes on two mounds, 50 at the least.
  const settings = lengths({ '17-18': 30 });
  const campers = [...many(4), ...['b0', 'b1'].map((id) => camperOf(id, { ageGroup: '17-18' as AgeGroup }))];

  test('stops as soon as nothing can be better, and else as soon as it is told', () => {
    const asked: number[] = [];
    const keepGoing = (tries: number): boolean => {
      asked.push(tries);
      return tries < 3;
    };
    planDay(dayOf(many(4)), { random: seeded(1), keepGoing });
    expect(asked).toEqual([0]);
    asked.length = 0;
    // Three mounds' worth of work on an odd number: 50 minutes of 45 at the least, whatever the order.
    planDay(
      dayOf(
        many(9).map((c, i) => ({ ...c, readyFrom: i === 0 ? 545 : 0 })),
        lengths({}),
      ),
      { random: seeded(1), keepGoing },
    );
    expect(asked).toEqual([0, 1, 2, 3]);
    asked.length = 0;
    planDay(dayOf(many(1)), { random: seeded(1), keepGoing });
    expect(asked).toEqual([]);
  });

  test('goes in steps of one further order each', () => {
    const steps = planSteps(dayOf(many(9)), { random: seeded(1), keepGoing: (tries) => tries < 2 });
    expect([steps.next().done, steps.next().done, steps.next().done]).toEqual([false, false, true]);
  });

  test('a long one at the end makes the day long: it is put first where that ends the day sooner', () => {
    // Evenly by age the big ones would begin in the middle; 50 minutes is what the bound says.
    const plan = planDay(dayOf(campers, settings), once);
    expect(plan.facts).toMatchObject({ minutes: 50, leastMinutes: 50, bound: { by: 'mounds' } });
  });

  test('keeps the better of two orders and never the worse, by whichever swap it comes', () => {
    // Six lengths on two mounds: 5 7 11 13 17 19, 72 in all, so 36 each at the least: 19+17 and 13+11+7+5.
    const ages: AgeGroup[] = ['7-8', '9-10', '11-12', '13-14', '15-16', '17-18'];
    const six = lengths(Object.fromEntries(ages.map((a, i) => [a, [5, 7, 11, 13, 17, 19][i]!])));
    const day = dayOf(
      ages.map((ageGroup, i) => camperOf(`c${i}`, { ageGroup })),
      six,
    );
    const minutes = (tries: number): number => planDay(day, { random: seeded(3), keepGoing: (n) => n < tries }).facts.minutes;
    const byTries = [0, 1, 2, 5, 10, 40, 200].map(minutes);
    for (const [i, m] of byTries.entries()) if (i > 0) expect(m).toBeLessThanOrEqual(byTries[i - 1]!);
    expect(byTries.at(-1)).toBe(36);
    expect(byTries[0]).toBeGreaterThan(36);
  });

  test('a camper without a place weighs more than any minute', () => {
    // Until 600: six turns of ten minutes; a group of three and three alone only fit when the group is not last.
    const mounds = [{ name: 'M1', from: 540, to: 600 }];
    const group = ['x', 'y', 'z'].map((id) => camperOf(id, { together: 'kin', readyFrom: 550 }));
    const plan = planDay(dayOf([...many(3), ...group], { mounds }), { random: seeded(2), keepGoing: (n) => n < 60 });
    expect(plan.unplaced).toEqual([]);
  });

  test('of two days as long, the one with the ages mixed better', () => {
    const young = Array.from({ length: 6 }, (_, i) => camperOf(`y${i}`, { ageGroup: '7-8' }));
    const plan = planDay(dayOf([...young, ...many(6)]), { random: seeded(1), keepGoing: (n) => n < 100 });
    expect(plan.facts.minutes).toBe(60);
    expect(plan.facts.ageSpread).toBeLessThan(0.05);
  });
});

describe('in the middle of the day', () => {
  const before = [sessionOf('c0', 540), sessionOf('c1', 600), sessionOf('c2', 640)];

  test('what has begun stays, at the very minute too; the rest is planned anew from now', () => {
    const plan = planDay(dayOf(many(3)), { ...once, before, anew: true, now: 600 });
    expect(when(plan)).toMatchObject({ c0: 'M1 540', c1: 'M1 600', c2: 'M1 610' });
    expect(plan.moved).toEqual(['c2']);
    const untouched = planDay(dayOf(many(3)), { ...once, before, now: 600 });
    expect(untouched.moved).toEqual([]);
    // Before the day everything may be placed anew.
    expect(when(planDay(dayOf(many(3)), { ...once, before, anew: true }))).toEqual({ c0: 'M1 540', c1: 'M2 540', c2: 'M1 550' });
  });

  test('a mound only is a move as well', () => {
    const closed = { mounds: SMALL.mounds.map((m) => (m.name === 'M1' ? { ...m, to: 600 } : m)) };
    const plan = planDay(dayOf(many(3), closed), { ...once, before, now: 595 });
    expect(when(plan)).toMatchObject({ c1: 'M2 600' });
    expect(plan.moved).toContain('c1');
  });

  test('one of a group who came late does not hold up the others, also when the plan is mended in between', () => {
    const kin = [camperOf('x', { together: 'kin' }), camperOf('y', { together: 'kin', readyFrom: 650 })];
    expect(when(planDay(dayOf(kin), { ...once, now: 600 }))).toEqual({ x: 'M1 610', y: 'M1 660' });
  });

  test('the day opens with its first mound', () => {
    const mounds = [
      { name: 'M1', from: 600, to: 720 },
      { name: 'M2', from: 540, to: 720 },
    ];
    const plan = planDay(dayOf(many(2), { mounds }), once);
    expect(when(plan)).toEqual({ c0: 'M2 540', c1: 'M2 550' });
    expect(plan.facts.minutes).toBe(20);
    // An hour before the opening nothing begins yet.
    expect(when(planDay(dayOf(many(1)), { ...once, now: 480 }))).toEqual({ c0: 'M1 540' });
  });
});

describe('minutes of a day', () => {
  test('in a break nobody works; its last minute is not its end', () => {
    const breaks = [
      { from: 560, to: 570 },
      { from: 600, to: 605 },
    ];
    const day = { ...SMALL, breaks };
    expect([workingMinutes(day, 540, 560), workingMinutes(day, 540, 570), workingMinutes(day, 540, 571)]).toEqual([20, 20, 21]);
    expect([workingMinutes(day, 560, 561), workingMinutes(day, 540, 620), workingMinutes(day, 620, 540)]).toEqual([0, 65, 0]);
  });

  test('the earliest step on a mound: there, warmed up, and clear of every break, in whatever order they are written', () => {
    const at = (readyFrom: number, breaks: Array<{ from: number; to: number }>) =>
      startsAt({ ...SMALL, breaks }, camperOf('a', { readyFrom }), 540);
    expect([at(0, []), at(545, [])]).toEqual([540, 555]);
    // 540 to 550 would run into the break at 545: its end and a warm-up; and then into the next one.
    expect(at(0, [{ from: 545, to: 550 }])).toBe(560);
    expect(
      at(0, [
        { from: 565, to: 575 },
        { from: 545, to: 550 },
      ]),
    ).toBe(585);
    expect(at(0, [{ from: 550, to: 560 }])).toBe(540);
  });

  test('settings that cannot be are named', () => {
    const uuid = (n: number) => `00000000-0000-7000-8000-00000000000${n}`;
    const good = { ...SMALL, staff: SMALL.staff.map((p, i) => ({ ...p, id: uuid(i) })) };
    const says = (more: object) => daySettingsSchema.safeParse({ ...good, ...more }).error?.issues.map((i) => i.message);
    expect(says({})).toBeUndefined();
    const m = good.mounds[0]!;
    expect(says({ mounds: [m, m] })).toEqual(['two mounds have one name']);
    expect(says({ cameras: [m, m] })).toEqual(['two cameras have one name']);
    expect(says({ staff: [good.staff[0]!, good.staff[0]!] })).toEqual(['a staff member is named twice']);
    expect(says({ mounds: [{ ...m, to: m.from }] })).toEqual(['it must end after it begins']);
    expect(says({ breaks: [{ from: 600, to: 601 }] })).toBeUndefined();
  });
});
