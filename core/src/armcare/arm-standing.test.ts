import { describe, expect, test } from 'vitest';
import { addDays } from '../calendar/index.ts';
import { armCareRulesSchema, armStanding, publishedLimits, restDaysAfter, throwsEveryDays, type DayThrows } from './index.ts';

const day = '2026-07-13';
/** Born so that he is of this age on the day, with the birthday half a year away. */
const bornFor = (age: number): string => `${2026 - age}-01-20`;
const standing = (age: number, thrown: readonly DayThrows[], on = day) =>
  armStanding({ rules: publishedLimits, born: bornFor(age), thrown, day: on });

// Pitch Smart guidelines of Major League Baseball and USA Baseball, and Little League Regulation VI (values from memory).
describe('the published limits, row by row', () => {
  test.each([
    [7, 50],
    [8, 50],
    [9, 75],
    [10, 75],
    [11, 85],
    [12, 85],
    [13, 95],
    [14, 95],
    [15, 95],
    [16, 95],
    [17, 105],
    [18, 105],
    [19, 120],
    [22, 120],
  ])('at %i at most %i a day', (age, most) => {
    expect(standing(age, [])).toMatchObject({ age, dailyMaximum: most, leftToday: most, mayThrowOn: day, why: 'free' });
    expect(standing(age, [{ day, count: most - 1, kind: 'game' }])).toMatchObject({ leftToday: 1, mayThrowOn: day });
    expect(standing(age, [{ day, count: most, kind: 'game' }])).toMatchObject({ leftToday: 0, why: 'dailyMaximum' });
    expect(standing(age, [{ day, count: most + 5, kind: 'game' }])).toMatchObject({ leftToday: 0, thrownToday: most + 5 });
  });

  const YOUNG = [
    [1, 0],
    [20, 0],
    [21, 1],
    [35, 1],
    [36, 2],
    [50, 2],
    [51, 3],
    [65, 3],
    [66, 4],
    [95, 4],
  ] as const;
  const MIDDLE = [
    [1, 0],
    [30, 0],
    [31, 1],
    [45, 1],
    [46, 2],
    [60, 2],
    [61, 3],
    [75, 3],
    [76, 4],
    [95, 4],
  ] as const;
  const OLD = [
    [1, 0],
    [30, 0],
    [31, 1],
    [45, 1],
    [46, 2],
    [60, 2],
    [61, 3],
    [80, 3],
    [81, 4],
    [105, 4],
  ] as const;
  const rows = [
    ...[7, 10, 12, 14].flatMap((a) => YOUNG.map((r) => [a, ...r] as const)),
    ...[15, 16].flatMap((a) => MIDDLE.map((r) => [a, ...r] as const)),
    ...[17, 18].flatMap((a) => OLD.map((r) => [a, ...r] as const)),
  ];
  test.each(rows)('at %i, after %i throws %i rest days', (age, count, rest) => {
    expect(restDaysAfter(publishedLimits, age, count)).toBe(rest);
    const thrown: DayThrows[] = [{ day, count, kind: 'game' }];
    for (let d = 1; d <= rest; d++)
      expect(standing(age, thrown, addDays(day, d))).toMatchObject({
        leftToday: 0,
        leftWithoutRest: 0,
        why: 'rest',
        mayThrowOn: addDays(day, rest + 1),
      });
    expect(standing(age, thrown, addDays(day, rest + 1))).toMatchObject({ why: 'free', mayThrowOn: addDays(day, rest + 1) });
  });

  test('drills on three days a week leave one day of rest', () => {
    expect([8, 12, 14].map((age) => throwsEveryDays(publishedLimits, age, 2))).toEqual([35, 35, 35]);
    expect([15, 16, 17].map((age) => throwsEveryDays(publishedLimits, age, 2))).toEqual([45, 45, 45]);
    expect([
      throwsEveryDays(publishedLimits, 12, 1),
      throwsEveryDays(publishedLimits, 12, 9),
      throwsEveryDays(publishedLimits, 8, 9),
    ]).toEqual([20, 85, 50]);
  });

  test('no throw asks for no rest, and throws left before a rest day are named', () => {
    expect(restDaysAfter(publishedLimits, 9, 0)).toBe(0);
    expect(standing(9, [{ day, count: 12, kind: 'drill' }])).toMatchObject({ leftToday: 63, leftWithoutRest: 8 });
    expect(standing(16, [{ day, count: 12, kind: 'drill' }])).toMatchObject({ leftWithoutRest: 18 });
    expect(standing(9, [{ day, count: 30, kind: 'drill' }])).toMatchObject({ leftWithoutRest: 0 });
  });
});

describe('days', () => {
  test('every kind of throw of a day adds up', () => {
    const thrown = (['warmUp', 'drill', 'filming', 'bullpen', 'game'] as const).map((kind) => ({ day, kind, count: 10 }));
    expect(standing(8, thrown)).toMatchObject({
      thrownToday: 50,
      leftToday: 0,
      why: 'dailyMaximum',
      mayThrowOn: addDays(day, 3),
    });
  });

  test('a throw before midnight and one after belong to two days', () => {
    const thrown = [
      { day, count: 20, kind: 'game' },
      { day: addDays(day, 1), count: 20, kind: 'game' },
    ] as const;
    expect(standing(12, thrown, addDays(day, 1))).toMatchObject({ thrownToday: 20, leftToday: 65, why: 'free' });
  });

  test('the longest of several rests holds', () => {
    const thrown = [
      { day, count: 70, kind: 'game' },
      { day: addDays(day, 1), count: 25, kind: 'game' },
    ] as const;
    expect(standing(12, thrown, addDays(day, 2))).toMatchObject({
      why: 'rest',
      mayThrowOn: addDays(day, 5),
      says: expect.stringContaining('70 throws on 2026-07-13 ask for 4 days of rest'),
    });
  });

  test('not pitched on three days in a row; drills and warm-ups are no pitching', () => {
    const two = [
      { day: addDays(day, -2), count: 5, kind: 'filming' },
      { day: addDays(day, -1), count: 5, kind: 'game' },
    ] as const;
    expect(standing(12, two)).toMatchObject({ leftToday: 0, why: 'daysInARow', mayThrowOn: addDays(day, 1) });
    expect(armStanding({ rules: publishedLimits, born: bornFor(12), thrown: two, day, kind: 'drill' })).toMatchObject({
      leftToday: 85,
      why: 'free',
    });
    expect(standing(12, [two[0], { day: addDays(day, -1), count: 5, kind: 'drill' }])).toMatchObject({ why: 'free' });
    expect(standing(12, [two[0], { ...two[1], day: addDays(day, -3) }])).toMatchObject({ why: 'free' });
  });

  test('on the birthday the next limits hold; the rest of the day before keeps its own age', () => {
    const born = '2011-07-14';
    const of = (on: string, thrown: DayThrows[] = []) => armStanding({ rules: publishedLimits, born, thrown, day: on });
    expect(of('2026-07-13', [{ day: '2026-07-13', count: 25, kind: 'drill' }])).toMatchObject({ age: 14, leftWithoutRest: 0 });
    expect(of('2026-07-14', [{ day: '2026-07-14', count: 25, kind: 'drill' }])).toMatchObject({ age: 15, leftWithoutRest: 5 });
    // 25 throws ask for a day of rest at 14, for none at 15.
    expect(of('2026-07-14', [{ day: '2026-07-13', count: 25, kind: 'drill' }])).toMatchObject({
      age: 15,
      leftToday: 0,
      mayThrowOn: '2026-07-15',
    });
    expect(of('2026-07-15', [{ day: '2026-07-14', count: 25, kind: 'drill' }])).toMatchObject({ leftToday: 95, why: 'free' });
    const becomesNine = armStanding({ rules: publishedLimits, born: '2017-07-14', thrown: [], day: '2026-07-13' });
    expect([
      becomesNine.dailyMaximum,
      armStanding({ rules: publishedLimits, born: '2017-07-14', thrown: [], day: '2026-07-14' }).dailyMaximum,
    ]).toEqual([50, 75]);
  });

  test.each([6, 23])('an age of %i, without limits, has no throws left and stops nobody else', (age) => {
    expect(standing(age, [])).toMatchObject({
      leftToday: 0,
      leftWithoutRest: 0,
      why: 'noLimits',
      mayThrowOn: null,
      says: `No throws: no limits are known for the age of ${age}.`,
    });
    expect(throwsEveryDays(publishedLimits, age, 2)).toBe(0);
  });

  test('throws from before the seventh birthday ask for the rest that they ask for at seven', () => {
    // Born on 14 July 2019: 6 years on the 13th, 7 on the 14th. 36 to 50 throws ask for two days (Pitch Smart, value from memory).
    const thrown: DayThrows[] = [{ day: '2026-07-13', count: 40, kind: 'game' }];
    const on = (d: string) => armStanding({ rules: publishedLimits, born: '2019-07-14', thrown, day: d });
    expect(on('2026-07-14')).toMatchObject({ why: 'rest', leftToday: 0, mayThrowOn: '2026-07-16' });
    expect(on('2026-07-16')).toMatchObject({ why: 'free', leftToday: 50 });
  });

  test('limits that end while the arm rests never say a day', () => {
    // 22 years until the 15th; the published limits end at 22 (Pitch Smart, value from memory).
    const thrown: DayThrows[] = [{ day: '2026-07-13', count: 90, kind: 'game' }];
    expect(armStanding({ rules: publishedLimits, born: '2003-07-16', thrown, day: '2026-07-14' })).toMatchObject({
      leftToday: 0,
      mayThrowOn: null,
    });
  });
});

describe('a table of the lead', () => {
  const league = {
    ...publishedLimits,
    source: 'River league',
    pitchingDaysInARow: 1,
    groups: publishedLimits.groups.map((g) => ({ ...g, dailyMaximum: 30 })),
  };
  test('stands in the place of the published one', () => {
    const rules = armCareRulesSchema.parse(league);
    expect(armStanding({ rules, born: bornFor(12), thrown: [], day })).toMatchObject({ dailyMaximum: 30, leftToday: 30 });
    expect(
      armStanding({ rules, born: bornFor(12), thrown: [{ day: addDays(day, -1), count: 2, kind: 'game' }], day }),
    ).toMatchObject({ why: 'daysInARow' });
  });

  test.each([
    [
      'a gap',
      (r: typeof league) => {
        r.groups[0]!.rest[0]!.to = 19;
      },
      'gap',
    ],
    [
      'a closed end',
      (r: typeof league) => {
        r.groups[0]!.rest.at(-1)!.to = 80;
      },
      'open',
    ],
    [
      'less rest for more throws',
      (r: typeof league) => {
        r.groups[0]!.rest[1]!.restDays = 3;
      },
      'fewer rest',
    ],
    [
      'a missing age',
      (r: typeof league) => {
        r.groups.splice(1, 1);
      },
      'missing',
    ],
    [
      'no source',
      (r: typeof league) => {
        r.source = '';
      },
      'source',
    ],
  ])('with %s is refused', (_, spoil, word) => {
    const copy = structuredClone(league);
    spoil(copy);
    const result = armCareRulesSchema.safeParse(copy);
    expect(result.success).toBe(false);
    expect(JSON.stringify(result.error!.issues)).toContain(word);
  });
});
