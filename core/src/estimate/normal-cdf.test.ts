import { describe, expect, test } from 'vitest';
import { normalCdf } from './normal-cdf.ts';

describe('normalCdf', () => {
  // Abramowitz M, Stegun IA, Handbook of Mathematical Functions, table 26.1 (values from memory).
  test.each([
    [0, 0.5],
    [0.5, 0.691462461274013],
    [1, 0.841344746068543],
    [1.5, 0.933192798731142],
    [2, 0.977249868051821],
    [3, 0.99865010196837],
    [4, 0.999968328758167],
  ])('P(%f) agrees with the handbook to 1e-13', (z, p) => {
    expect(Math.abs(normalCdf(z) - p)).toBeLessThan(1e-13);
    expect(Math.abs(normalCdf(-z) - (1 - p))).toBeLessThan(1e-13);
  });

  test('the quantile of 97.5 % is 1.959963984540054', () => {
    expect(normalCdf(1.959963984540054)).toBeCloseTo(0.975, 14);
  });

  test('far tails keep their relative size: Q(6) = 9.865876450377e-10', () => {
    expect(normalCdf(-6) / 9.865876450377e-10).toBeCloseTo(1, 9);
  });

  test('series and continued fraction meet at 3', () => {
    expect(normalCdf(3 + 1e-9) - normalCdf(3 - 1e-9)).toBeCloseTo(2e-9 * 0.00443184841, 14);
  });

  test('the ends and a mistake', () => {
    expect(normalCdf(Infinity)).toBe(1);
    expect(normalCdf(-Infinity)).toBe(0);
    expect(() => normalCdf(Number.NaN)).toThrow(RangeError);
  });
});
