import { describe, expect, test } from 'vitest';
import { fQuantile } from './f-quantile.ts';
import { normalQuantile } from './normal-quantile.ts';

describe('quantiles of the F distribution', () => {
  // Tables of the F distribution as every handbook prints them (values from memory).
  test.each([
    [0.95, 1, 10, 4.96],
    [0.95, 5, 20, 2.71],
    [0.975, 5, 18, 3.38],
    [0.99, 10, 20, 3.37],
    [0.95, 2, 2, 19.0],
  ])('at %d with %d and %d degrees of freedom: %d', (p, d1, d2, value) => {
    expect(fQuantile(p, d1, d2)).toBeCloseTo(value, 2);
  });

  test('the lower tail is the upper one turned over, also for degrees of freedom that are not whole', () => {
    for (const [p, d1, d2] of [
      [0.05, 3, 7],
      [0.025, 4.7, 3.2],
      [0.4, 30, 0.8],
    ] as const)
      expect(fQuantile(p, d1, d2) * fQuantile(1 - p, d2, d1)).toBeCloseTo(1, 10);
  });

  test('with two degrees above it has a closed form: d2/2 ((1-p)^(-2/d2) - 1)', () => {
    for (const d2 of [1, 4, 17.5, 300])
      for (const p of [0.01, 0.5, 0.975]) {
        const closed = (d2 / 2) * ((1 - p) ** (-2 / d2) - 1);
        expect(fQuantile(p, 2, d2) / closed).toBeCloseTo(1, 10);
      }
  });

  test('with one degree above and very many below it is a normal variable squared', () => {
    expect(fQuantile(0.95, 1, 1e7)).toBeCloseTo(normalQuantile(0.975) ** 2, 5);
  });

  test('what is no probability or no degree of freedom is an error', () => {
    for (const [p, d1, d2] of [
      [0, 1, 1],
      [1, 1, 1],
      [0.5, 0, 1],
      [0.5, 1, Number.NaN],
    ] as const)
      expect(() => fQuantile(p, d1, d2)).toThrow(RangeError);
  });
});
