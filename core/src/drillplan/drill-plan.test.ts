import { describe, expect, test } from 'vitest';
import { doseInWords, drillPlan, type Dose } from './drill-plan.ts';

const thrown = (times: number): Dose => ({ ball: true, times, distance: '45 feet' });
const dry = (times: number): Dose => ({ ball: false, times, distance: null });
const focus = (...doses: ReadonlyArray<ReadonlyArray<Dose | null>>) =>
  doses.map((own, i) => ({ checkpoint: `A${i + 1}`, drills: own.map((dose, k) => ({ id: `${i + 1}${'ab'[k]}`, dose })) }));
const WEEK = ['Monday', 'Wednesday', 'Friday'];
const timesOf = (plan: ReturnType<typeof drillPlan>, of: ReturnType<typeof focus>) =>
  Object.fromEntries(of.flatMap((f) => f.drills.map((d) => [d.id, plan.timesOf(f.checkpoint, d.id)])));

describe('a week of drills', () => {
  test('every focus has a drill on each day, two of them take turns', () => {
    const { days } = drillPlan(focus([dry(10), thrown(8)], [thrown(5)], []), WEEK, null);
    expect(days.map((d) => [d.day, d.drills.map((x) => x.drill), d.throws])).toEqual([
      ['Monday', ['1a', '2a', null], 5],
      ['Wednesday', ['1b', '2a', null], 13],
      ['Friday', ['1a', '2a', null], 5],
    ]);
    expect(days[0]!.drills.map((d) => d.checkpoint)).toEqual(['A1', 'A2', 'A3']);
  });

  test('throws of a day stay within what arm care leaves: taken away where most were asked for', () => {
    // 30, 10 and 4 of 35: 4 stay, 31 are left for two, the cap is 15; 10 stay, 21 are left for one.
    const three = focus([thrown(30)], [thrown(10)], [thrown(4)]);
    const plan = drillPlan(three, WEEK, 35);
    expect(timesOf(plan, three)).toEqual({ '1a': 21, '2a': 10, '3a': 4 });
    expect(plan.days.map((d) => d.throws)).toEqual([35, 35, 35]);
    expect(plan.cut).toBe(true);
  });

  test('what fits is left as it was asked for, and so is what is done without a ball', () => {
    const asked = focus([thrown(10)], [dry(90)], [thrown(25)]);
    const fits = drillPlan(asked, WEEK, 35);
    expect([timesOf(fits, asked), fits.cut]).toEqual([{ '1a': 10, '2a': 90, '3a': 25 }, false]);
    const two = focus([thrown(60)], [thrown(60)]);
    expect(timesOf(drillPlan(two, WEEK, null), two)).toEqual({ '1a': 60, '2a': 60 });
  });

  test('no day exceeds it, whichever drills fall together', () => {
    // Monday 20 + 20, Wednesday 5 + 20, Friday as Monday: of 24 on Monday 12 each.
    const plan = drillPlan(focus([thrown(20), thrown(5)], [thrown(20)]), WEEK, 24);
    expect(plan.days.map((d) => d.throws)).toEqual([24, 17, 24]);
    for (const most of [0, 1, 2, 7, 13])
      for (const day of drillPlan(focus([thrown(9), dry(3)], [thrown(4)], [thrown(7), thrown(2)]), WEEK, most).days)
        expect(day.throws, `${most} ${day.day}`).toBeLessThanOrEqual(most);
  });

  test('two areas with the same drill have each their own dose, and the day holds all the same', () => {
    const both = [
      { checkpoint: 'A1', drills: [{ id: 'towel', dose: thrown(10) }] },
      { checkpoint: 'A2', drills: [{ id: 'towel', dose: thrown(30) }] },
    ];
    const plan = drillPlan(both, WEEK, 40);
    expect([plan.timesOf('A1', 'towel'), plan.timesOf('A2', 'towel'), plan.days[0]!.throws]).toEqual([10, 30, 40]);
    expect(drillPlan(both, WEEK, 35).days[0]!.throws).toBe(35);
    expect([plan.timesOf('A3', 'towel'), plan.timesOf('A1', 'other')]).toEqual([0, 0]);
  });

  test('without a throw left the movement stays; a drill from before doses were numbers adds none', () => {
    const two = focus([thrown(10)], [thrown(3)]);
    expect(timesOf(drillPlan(two, WEEK, 0), two)).toEqual({ '1a': 0, '2a': 0 });
    expect(drillPlan(focus([null]), WEEK, 5).days[0]).toEqual({
      day: 'Monday',
      drills: [{ checkpoint: 'A1', drill: '1a' }],
      throws: 0,
    });
    expect(drillPlan([], WEEK, 5).days.map((d) => d.throws)).toEqual([0, 0, 0]);
  });
});

test('a dose in words', () => {
  expect([doseInWords(thrown(10)), doseInWords(thrown(10), 1), doseInWords({ ...thrown(3), distance: null })]).toEqual([
    '10 throws, 45 feet',
    '1 throw, 45 feet',
    '3 throws',
  ]);
  expect([doseInWords(dry(10)), doseInWords(dry(1))]).toEqual(['10 times, no ball', '1 time, no ball']);
  expect(doseInWords(thrown(10), 0)).toBe('no throws: the movement only, without a ball');
});
