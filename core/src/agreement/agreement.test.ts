import { describe, expect, test } from 'vitest';
import { fQuantile } from '../estimate/f-quantile.ts';
import reference from './testing/reference.json' with { type: 'json' };
import { cohenKappa, fleissKappa, icc, krippendorffAlpha, percentAgreement, wilsonInterval, type Ratings } from './index.ts';

/** Ratings out of a table of counts: how many units one rater put in a row and the other in a column. */
function ratingsOf(table: readonly (readonly number[])[]): { a: number[]; b: number[] } {
  const pairs = table.flatMap((row, i) => row.flatMap((n, j) => Array.from({ length: n }, () => [i, j] as const)));
  return { a: pairs.map(([i]) => i), b: pairs.map(([, j]) => j) };
}
const LEVELS = [0, 1, 2, 3];

describe('percent agreement', () => {
  test('is pooled over pairs of raters; what is not visible is compared with nobody', () => {
    // Pairs 3-3, 3-2, 3-2 of the first unit, 1-2 of the second, none of the others: reckoned by hand.
    const ratings: Ratings = [
      [3, 3, 2],
      [1, null, 2],
      [null, 0, null],
      [null, null, null],
    ];
    expect(percentAgreement(ratings)).toEqual({ value: 1 / 4, withinOne: 1, pairs: 4, reason: null });
    expect(percentAgreement([[0, 3]])).toMatchObject({ value: 0, withinOne: 0, pairs: 1 });
    expect(percentAgreement([[3, null]])).toEqual({ value: null, reason: 'nothing was scored by two' });
    expect(percentAgreement([])).toMatchObject({ value: null });
  });
});

describe('Cohen’s kappa', () => {
  test('agrees with the worked example of two psychiatrists, n = 100 (Fleiss JL, Statistical Methods for Rates and Proportions, 2nd ed. 1981, table 13.1; values from memory: kappa .68, standard error .087)', () => {
    const { a, b } = ratingsOf([
      [75, 1, 4],
      [5, 4, 1],
      [0, 0, 10],
    ]);
    const found = cohenKappa(a, b, { weights: 'none', categories: [0, 1, 2] });
    expect(found.value).toBeCloseTo(0.6765, 4);
    expect(found).toMatchObject({ n: 100, reason: null });
    expect((found as { standardError: number }).standardError).toBeCloseTo(0.0877, 4);
  });

  test('its limits lie 1.96 standard errors away', () => {
    const found = cohenKappa([0, 1, 2, 3, 1, 0], [0, 1, 3, 3, 2, 0], { weights: 'linear', categories: LEVELS });
    if (found.value === null) throw new Error('a value was expected');
    expect((found.upper - found.lower) / 2 / found.standardError).toBeCloseTo(1.959964, 6);
    expect((found.upper + found.lower) / 2).toBeCloseTo(found.value, 12);
  });

  test('weighted by squares it is an intraclass correlation for a large sample (Fleiss JL, Cohen J, Educ Psychol Meas 1973;33:613-619)', () => {
    const a = Array.from({ length: 4000 }, (_, i) => (i * 7) % 4);
    const b = a.map((x, i) => (i % 5 === 0 ? Math.min(3, x + 1) : i % 7 === 0 ? Math.max(0, x - 1) : x));
    const kappa = cohenKappa(a, b, { weights: 'quadratic', categories: LEVELS }).value!;
    expect(kappa).toBeCloseTo(
      icc(
        a.map((x, i) => [x, b[i]!]),
        { model: '2,1' },
      ).value!,
      3,
    );
  });

  test('of the same levels it is 1 whatever the weights, of levels that are only exchanged it is below 0', () => {
    for (const weights of ['none', 'linear', 'quadratic'] as const) {
      expect(cohenKappa([0, 1, 2], [0, 1, 2], { weights, categories: LEVELS })).toMatchObject({ value: 1, standardError: 0 });
      expect(cohenKappa([0, 3], [3, 0], { weights, categories: LEVELS }).value).toBe(-1);
    }
  });

  test('is not reckoned where nothing is shared, or nothing varies; what is no level, or no list of the same units, is an error', () => {
    const of = { weights: 'quadratic', categories: LEVELS } as const;
    expect(cohenKappa([1, null], [null, 2], of)).toEqual({ value: null, reason: 'nothing was scored by two' });
    expect(cohenKappa([3, 3], [3, 3], of)).toMatchObject({ value: null, reason: expect.stringContaining('one level') });
    expect(() => cohenKappa([4], [3], of)).toThrow(RangeError);
    expect(() => cohenKappa([1, 2], [1], of)).toThrow(RangeError);
    expect(() => cohenKappa([1], [1], { ...of, categories: [1, 1] })).toThrow(RangeError);
    expect(() => cohenKappa([1], [1], { ...of, categories: [1] })).toThrow(RangeError);
  });
});

describe('Fleiss’ kappa', () => {
  test('agrees with the example of ten subjects and fourteen raters (a common worked example, values from memory: .210)', () => {
    const counts = [
      [0, 0, 0, 0, 14],
      [0, 2, 6, 4, 2],
      [0, 0, 3, 5, 6],
      [0, 3, 9, 2, 0],
      [2, 2, 8, 1, 1],
      [7, 7, 0, 0, 0],
      [3, 2, 6, 3, 0],
      [2, 5, 3, 2, 2],
      [6, 5, 2, 1, 0],
      [0, 2, 2, 3, 7],
    ];
    const ratings = counts.map((row) => row.flatMap((n, i) => Array.from({ length: n }, () => i)));
    expect(fleissKappa(ratings, { categories: [0, 1, 2, 3, 4] })).toMatchObject({ units: 10, raters: 14, reason: null });
    expect(fleissKappa(ratings, { categories: [0, 1, 2, 3, 4] }).value).toBeCloseTo(0.20993, 5);
    // Whoever gave which level does not matter, and a unit that is not whole is left out.
    const turned = [...ratings.map((r) => [...r].reverse()), [0, ...Array.from({ length: 13 }, () => null)]];
    expect(fleissKappa(turned, { categories: [0, 1, 2, 3, 4] }).value).toBeCloseTo(0.20993, 5);
  });

  test('is not reckoned without a whole unit, a second rater or a difference', () => {
    expect(fleissKappa([[0, null]], { categories: LEVELS })).toMatchObject({ value: null });
    expect(fleissKappa([[0]], { categories: LEVELS })).toMatchObject({ value: null });
    expect(fleissKappa([], { categories: LEVELS })).toMatchObject({ value: null });
    expect(fleissKappa([[2, 2]], { categories: LEVELS })).toMatchObject({
      value: null,
      reason: expect.stringContaining('one level'),
    });
    expect(() => fleissKappa([[0, 1], [1]], { categories: LEVELS })).toThrow(RangeError);
    expect(() => fleissKappa([[0, 9]], { categories: LEVELS })).toThrow(RangeError);
  });
});

describe('Krippendorff’s alpha', () => {
  const units: Ratings = [
    '1 1 . 1',
    '2 2 3 2',
    '3 3 3 3',
    '3 3 3 3',
    '2 2 2 2',
    '1 2 3 4',
    '4 4 4 4',
    '1 1 2 1',
    '2 2 2 2',
    '. 5 5 5',
    '. . 1 1',
    '. 3 . .',
  ].map((row) => row.split(' ').map((x) => (x === '.' ? null : Number(x))));

  test.each([
    ['nominal', 0.743],
    ['ordinal', 0.815],
    ['interval', 0.849],
  ] as const)(
    '%s agrees with the author’s example of four observers and twelve units (Krippendorff 2011): %d',
    (level, value) => {
      expect(krippendorffAlpha(units, { level }).value).toBeCloseTo(value, 3);
      expect(krippendorffAlpha(units, { level })).toMatchObject({ units: 11, n: 40, reason: null });
    },
  );

  test('is not reckoned where no unit was scored by two, or all have one level', () => {
    expect(krippendorffAlpha([[1, null]], { level: 'ordinal' })).toEqual({ value: null, reason: 'nothing was scored by two' });
    expect(krippendorffAlpha([[1, 1]], { level: 'ordinal' })).toMatchObject({
      value: null,
      reason: expect.stringContaining('one level'),
    });
  });
});

describe('intraclass correlation', () => {
  const judged: Ratings = [
    [9, 2, 5, 8],
    [6, 1, 3, 2],
    [8, 4, 6, 8],
    [7, 1, 2, 6],
    [10, 5, 6, 9],
    [6, 2, 4, 7],
  ];

  // Values: Shrout and Fleiss 1979, tables 2 and 4. Limits: of the same data as general-purpose software gives them, values from memory.
  test.each([
    ['1,1', 0.17, -0.13, 0.72],
    ['2,1', 0.29, 0.02, 0.76],
    ['3,1', 0.71, 0.34, 0.95],
    ['1,k', 0.44, -0.88, 0.91],
    ['2,k', 0.62, 0.07, 0.93],
    ['3,k', 0.91, 0.68, 0.99],
  ] as const)('(%s) agrees with the authors’ six targets and four judges: %d, limits %d to %d', (model, value, lower, upper) => {
    const found = icc([...judged, [1, null, 2, 3]], { model });
    if (found.value === null) throw new Error('a value was expected');
    expect([found.value, found.lower, found.upper].map((x) => Number(x.toFixed(2)))).toEqual([value, lower, upper]);
    expect(found).toMatchObject({ units: 6, raters: 4, reason: null });
  });

  test('of the same levels it is 1 with limits of 1; a rater who is always one level stricter costs (2,·), not (3,·)', () => {
    for (const model of ['1,1', '2,1', '3,1', '1,k', '2,k', '3,k'] as const)
      expect(
        icc(
          [
            [0, 0],
            [1, 1],
            [3, 3],
          ],
          { model },
        ),
        model,
      ).toMatchObject({ value: 1, lower: 1, upper: 1 });
    const strict = [0, 1, 2, 2, 1].map((x) => [x, x + 1]);
    expect(icc(strict, { model: '3,1' }).value).toBe(1);
    expect(icc(strict, { model: '2,1' }).value!).toBeLessThan(0.7);
  });

  test('is not reckoned with one rater, one unit, or no difference at all', () => {
    expect(icc([[1], [2]], { model: '1,1' })).toMatchObject({ value: null });
    expect(icc([[1, 2]], { model: '1,1' })).toMatchObject({ value: null });
    expect(
      icc(
        [
          [2, 2],
          [2, 2],
        ],
        { model: '1,1' },
      ),
    ).toMatchObject({ value: null, reason: expect.stringContaining('one level') });
    expect(() => icc([[1, 2], [1]], { model: '1,1' })).toThrow(RangeError);
  });
});

describe('Wilson’s interval', () => {
  // Newcombe RG, Stat Med 1998;17:857-872, table I, method 3; values from memory.
  test.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('of %d in %d at 95 %%: %d to %d', (successes, n, lower, upper) => {
    const found = wilsonInterval(successes, n, { level: 0.95 });
    if (found.value === null) throw new Error('a value was expected');
    expect(found.value).toBe(successes / n);
    expect(found.lower).toBeCloseTo(lower, 4);
    expect(found.upper).toBeCloseTo(upper, 4);
  });

  test('without a trial it is not reckoned; what is no count is an error', () => {
    expect(wilsonInterval(0, 0, { level: 0.95 })).toEqual({ value: null, reason: 'there was no trial' });
    for (const [successes, n, level] of [
      [2, 1, 0.95],
      [-1, 2, 0.95],
      [0.5, 2, 0.95],
      [1, 2, 1],
      [1, 2, 0],
    ] as const)
      expect(() => wilsonInterval(successes, n, { level })).toThrow(RangeError);
  });
});

// R with psych and vcd of Debian: testing/reference.R made testing/reference.json.
describe('against general-purpose reference software', () => {
  const judged = [
    [9, 2, 5, 8],
    [6, 1, 3, 2],
    [8, 4, 6, 8],
    [7, 1, 2, 6],
    [10, 5, 6, 9],
    [6, 2, 4, 7],
  ];
  const levels = '001 112 333 212 010 323 222 110 332 000 233 121'.split(' ').map((u) => [...u].map(Number));
  const near = (found: number | null, wanted: number): void => expect(Math.abs(found! - wanted)).toBeLessThan(1e-9);

  test.each(['1,1', '2,1', '3,1', '1,k', '2,k', '3,k'] as const)('intraclass correlation (%s) and its limits', (model) => {
    for (const [ratings, wanted] of [
      [judged, reference.judged[model]],
      [levels, reference.levels[model]],
    ] as const) {
      const found = icc(ratings, { model });
      if (found.value === null) throw new Error('a value was expected');
      for (const [i, x] of [found.value, found.lower, found.upper].entries()) near(x, wanted[i]!);
    }
  });

  test.each(['none', 'linear', 'quadratic'] as const)('kappa with weights %s, and its standard error', (weights) => {
    const [a, b] = [levels.map((u) => u[0]!), levels.map((u) => u[1]!)];
    const found = cohenKappa(a, b, { weights, categories: LEVELS });
    if (found.value === null) throw new Error('a value was expected');
    near(found.value, reference.kappa[weights][0]!);
    near(found.standardError, reference.kappa[weights][1]!);
  });

  test('Fleiss’ kappa, Wilson’s interval, quantiles of F', () => {
    near(fleissKappa(levels, { categories: LEVELS }).value, reference.fleiss);
    for (const [words, [lower, upper]] of Object.entries(reference.wilson)) {
      const [k, n] = words.split(' of ').map(Number);
      const found = wilsonInterval(k!, n!, { level: 0.95 });
      if (found.value === null) throw new Error('a value was expected');
      near(found.lower, lower!);
      near(found.upper, upper!);
    }
    for (const [words, value] of Object.entries(reference.f)) {
      const [p, d1, d2] = words.split(' ').map(Number);
      near(fQuantile(p!, d1!, d2!), value);
    }
  });
});
