import { describe, expect, test } from 'vitest';
import { decimalsFor, formatEstimate } from './estimate.ts';
import { propagate } from './propagate.ts';

describe('formatEstimate', () => {
  // Rounding to the first digit of the uncertainty: JCGM 100:2008, 7.2.6; the project's own contract.
  test.each([
    [{ value: 137.4, sd: 3.2, unit: 'degrees' }, '137 ± 3°'],
    [{ value: -4.26, sd: 0.31, unit: 'degrees' }, '−4.3 ± 0.3°'],
    [{ value: 0.783, sd: 0.018, unit: 'heightShare' }, '78 ± 2 % of height'],
    [{ value: 0.1458, sd: 0.0042, unit: 'seconds' }, '146 ± 4 ms'],
    [{ value: 1.35, sd: 0.04, unit: 'seconds' }, '1.35 ± 0.04 s'],
    [{ value: 17.9, sd: 12, unit: 'centimetres' }, '20 ± 10 cm'],
    [{ value: 1.19, sd: 0.04, unit: 'ratio' }, '119 ± 4 %'],
  ] as const)('%o', (estimate, text) => {
    expect(formatEstimate(estimate).replaceAll('\u00a0', ' ')).toBe(text);
  });

  test('an sd that rounds up to the next digit loses a decimal', () => {
    expect(decimalsFor(0.096)).toBe(1);
    expect(decimalsFor(0.094)).toBe(2);
  });

  test('nothing is shown as minus zero', () => {
    expect(formatEstimate({ value: -0.2, sd: 2, unit: 'degrees' })).toBe('0\u00a0±\u00a02°');
  });
});

describe('propagate', () => {
  test('a sum adds variances: 3 and 4 give 5', () => {
    expect(propagate(([a, b]) => a! + b!, [1, 2], [3, 4])).toEqual({ value: 3, sd: 5 });
  });

  // JCGM 100:2008, 5.1.6: relative variances of a product add up.
  test('a product adds relative variances', () => {
    const { sd } = propagate(([a, b]) => a! * b!, [100, 50], [1, 1]);
    expect(sd / 5000).toBeCloseTo(Math.hypot(1 / 100, 1 / 50), 10);
  });

  test('exact inputs carry nothing; a missing sd is refused', () => {
    expect(propagate(([a]) => a! ** 3, [7], [0]).sd).toBe(0);
    expect(() => propagate(([a]) => a!, [1], [])).toThrow('one sd for each input');
  });
});
