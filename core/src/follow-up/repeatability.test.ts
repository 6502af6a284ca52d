import { describe, expect, test } from 'vitest';
import { icc } from '../agreement/icc.ts';
import { repeatability } from './repeatability.ts';

// Shrout and Fleiss 1979, table 2: six targets, four judges. ICC(1,1) .17; mean square within targets 6.26 (values from memory).
const SHROUT_FLEISS = [
  [9, 2, 5, 8],
  [6, 1, 3, 2],
  [8, 4, 6, 8],
  [7, 1, 2, 6],
  [10, 5, 6, 9],
  [6, 2, 4, 7],
];

describe('repeatability', () => {
  test('the published example: ICC(1,1) .17, within 6.26', () => {
    const r = repeatability(SHROUT_FLEISS)!;
    expect(r.icc).toBeCloseTo(0.17, 2);
    expect(r.withinSd ** 2).toBeCloseTo(6.26, 2);
    const single = icc(SHROUT_FLEISS, { model: '1,1' });
    expect(r.icc).toBeCloseTo(single.value!, 12);
  });
  // Weir 2005: smallest detectable change = 1.96 * sqrt(2) * SEM (value from memory).
  test('the smallest detectable change is 1.96 times the root of two times the error', () => {
    const r = repeatability(SHROUT_FLEISS)!;
    expect(r.smallestDetectableChange / r.sem).toBeCloseTo(1.96 * Math.sqrt(2), 4);
    expect(r.sem).toBe(r.withinSd);
  });
  // Hopkins 2000: with two trials the typical error is the standard deviation of the differences over the root of two (value from memory); here no trial is counted as a shift of all.
  test('two deliveries each: root mean square of the differences over the root of two', () => {
    const pairs = [
      [52, 54],
      [61, 60],
      [70, 73],
    ];
    const differences = pairs.map(([a, b]) => a! - b!);
    const expected = Math.sqrt(differences.reduce((sum, d) => sum + d * d, 0) / 3 / 2);
    expect(repeatability(pairs)!.withinSd).toBeCloseTo(expected, 12);
    expect(
      repeatability([
        [52, 54],
        [61, 60],
      ])!.withinSd,
    ).toBeCloseTo(1.118, 3);
  });
  // Worked by hand.
  test('different numbers of deliveries, and what is not measured', () => {
    const r = repeatability([[10, 11, null], [20, 22], [15], []])!;
    expect(r.withinSd ** 2).toBeCloseTo(2.5 / 2, 12);
    expect(r.perCamper.map((c) => c.deliveries)).toEqual([2, 2, 1, 0]);
    expect(r.perCamper[0]!.sd).toBeCloseTo(Math.SQRT1_2, 12);
    expect(r.perCamper[2]).toEqual({ deliveries: 1, mean: 15, sd: null });
    expect(r.perCamper[3]).toEqual({ deliveries: 0, mean: null, sd: null });
    // n = 5, sizes 2 2 1: k0 = (5 - 9 / 5) / 2 = 1.6; means 10.5 21 15, middle 15.6, between (2 * 26.01 + 2 * 29.16 + 0.36) / 2 = 55.35.
    expect(r.icc).toBeCloseTo((55.35 - 1.25) / (55.35 + 0.6 * 1.25), 9);
  });
  test('one camper has a spread of his own and no share between campers; all alike have none at all', () => {
    expect(repeatability([[3, 5, 4]])).toMatchObject({ withinSd: 1, icc: null });
    expect(
      repeatability([
        [4, 4],
        [4, 4],
      ]),
    ).toMatchObject({ withinSd: 0, icc: null });
  });
  test('one delivery each tells nothing of repeating', () => expect(repeatability([[3], [4], []])).toBeNull());
  test('what is no number is refused by its place', () => {
    expect(() =>
      repeatability([
        [3, 4],
        [5, Number.NaN],
      ]),
    ).toThrow('delivery 2 of camper 2');
  });
});
