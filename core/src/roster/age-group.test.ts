import { describe, expect, test } from 'vitest';
import { ageGroupOf, ageOn, ageOrZero, nearestAgeGroup } from './age-group.ts';

describe('age', () => {
  // Common calendar facts.
  test.each([
    ['2012-07-13', '2026-07-13', 14],
    ['2012-07-14', '2026-07-13', 13],
    ['2012-02-29', '2025-02-28', 12],
    ['2012-02-29', '2025-03-01', 13],
  ])('born %s on %s: %i', (born, day, age) => {
    expect(ageOn(born, day)).toBe(age);
  });

  test.each([
    ['2019-07-13', '7-8'],
    ['2016-07-13', '9-10'],
    ['2013-07-14', '11-12'],
    ['2013-07-13', '13-14'],
    ['2008-07-14', '17-18'],
    ['2007-07-14', '17-18'],
  ])('born %s is in %s', (born, group) => {
    expect(ageGroupOf(born, '2026-07-13')).toBe(group);
  });

  test('outside 7 to 18, unborn and misspelt days are refused', () => {
    expect(() => ageGroupOf('2020-01-01', '2026-07-13')).toThrow('6');
    expect(() => ageGroupOf('2007-01-01', '2026-07-13')).toThrow('19');
    expect(() => ageOn('2030-01-01', '2026-07-13')).toThrow('lies after');
    expect(() => ageOn('13.7.2012', '2026-07-13')).toThrow('born');
  });
});

describe('the nearest group', () => {
  test('its own from 7 to 18, the youngest below, the oldest above', () => {
    expect([6, 7, 8, 9, 12, 17, 18, 19, 40, 0].map(nearestAgeGroup)).toEqual([
      '7-8',
      '7-8',
      '7-8',
      '9-10',
      '11-12',
      '17-18',
      '17-18',
      '17-18',
      '17-18',
      '7-8',
    ]);
  });

  test('an age on the day of birth is none, before it is refused or 0, and 6 has no group', () => {
    expect(ageOn('2026-07-13', '2026-07-13')).toBe(0);
    expect(() => ageOn('2027-07-13', '2026-07-13')).toThrow(/lies after/);
    expect(() => ageOn('2012-07-13', 'today')).toThrow(/^day: /);
    expect([ageOrZero('2026-07-13', '2026-07-13'), ageOrZero('2026-07-14', '2026-07-13')]).toEqual([0, 0]);
    expect(() => ageGroupOf('2020-07-12', '2026-07-13')).toThrow(/6 is outside/);
    expect(() => ageGroupOf('2019-07-14', '2026-07-13')).toThrow(/6 is outside/);
  });
});
