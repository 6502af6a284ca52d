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
    [{ value: 0.52, sd: 0.14, unit: 'centimetres' }, '0.5 ± 0.1 cm'],
    [{ value: 1, sd: 0.2, unit: 'seconds' }, '1.0 ± 0.2 s'],
    [{ value: -0.9, sd: 0.02, unit: 'seconds' }, '−900 ± 20 ms'],
    [{ value: 1234, sd: 340, unit: 'centimetres' }, '1200 ± 300 cm'],
    [{ value: 90, sd: 0, unit: 'degrees' }, '90.0 ± 0.0°'],
    [{ value: -10.02, sd: 0.3, unit: 'degrees' }, '−10.0 ± 0.3°'],
    [{ value: -0.004, sd: 0.03, unit: 'degrees' }, '0.00 ± 0.03°'],
  ] as const)('%o', (estimate, text) => {
    expect(formatEstimate(estimate).replaceAll('\u00a0', ' ')).toBe(text);
  });

  test('an sd that rounds up to the next digit loses a decimal', () => {
    expect(decimalsFor(0.096)).toBe(1);
    expect(decimalsFor(0.094)).toBe(2);
    expect(decimalsFor(0.96)).toBe(0);
    expect(decimalsFor(9.6)).toBe(0);
    expect(decimalsFor(0)).toBe(1);
    expect(decimalsFor(-1)).toBe(1);
  });

  test('nothing is shown as minus zero', () => {
    expect(formatEstimate({ value: -0.2, sd: 2, unit: 'degrees' })).toBe('0\u00a0±\u00a02°');
  });
});

describe('propagate', () => {
  test('a sum adds variances: 3 and 4 give 5', () => {
    expect(propagate(([a, b]) => a! + b!, [1, 2], [3, 4])).toEqual({ value: 3, sd: 5, moves: [3, 4] });
  });

  // JCGM 100:2008, 5.1.2, worked by hand: 2a + 3b with 1 and 2 is the root of 4 and 36.
  test('each input is weighed by its own sensitivity', () => {
    expect(propagate(([a, b]) => 2 * a! + 3 * b!, [1, 1], [1, 2]).sd).toBeCloseTo(Math.sqrt(40), 12);
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
