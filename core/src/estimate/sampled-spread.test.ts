import { describe, expect, test } from 'vitest';
import { normalQuantile } from './normal-quantile.ts';
import { sampledSpread } from './sampled-spread.ts';

describe('normalQuantile', () => {
  // Quantiles of the standard normal distribution (Abramowitz and Stegun, table 26.5; values from memory).
  test.each([
    [0.5, 0],
    [0.841344746068543, 1],
    [0.975, 1.959963984540054],
    [0.995, 2.5758293035489],
    [0.025, -1.959963984540054],
    [1e-6, -4.753424308822899],
  ])('of %f is %f', (p, z) => expect(normalQuantile(p)).toBeCloseTo(z, 9));
  test.each([0, 1, -0.1, Number.NaN])('of %f is refused', (p) =>
    expect(() => normalQuantile(p)).toThrow('a probability between 0 and 1'),
  );
});

describe('sampledSpread', () => {
  test.each([1, 2, 4, 8, 16])('of a sum of %i inputs is what first order says exactly', (n) => {
    const sds = Array.from({ length: n }, (_, i) => 1 + (i % 3));
    const spread = sampledSpread((xs) => xs.reduce((a, b) => a + b, 0), Array(n).fill(5), sds);
    expect(spread / Math.hypot(...sds)).toBeGreaterThan(0.92);
    expect(spread / Math.hypot(...sds)).toBeLessThan(1.08);
  });

  test('holds at a fold, where a central difference sees nothing', () => {
    expect(sampledSpread(([a]) => Math.abs(a!), [0], [2])).toBeCloseTo(2, 1);
  });

  test('goes the short way round an angle', () => {
    const angle = ([a]: readonly number[]): number => ((a! + 180) % 360) - 180;
    expect(sampledSpread(angle, [179], [4], 360)).toBeCloseTo(4, 0);
    expect(sampledSpread(angle, [179], [4])).toBeGreaterThan(100);
  });

  test('knows when there is nothing to say: a division by nothing', () => {
    expect(sampledSpread(([a]) => (a! > 0 ? 1 : Number.NaN), [0.1], [5])).toBe(Number.POSITIVE_INFINITY);
  });

  test('an exact input beside it changes nothing, to the last bit', () => {
    const alone = sampledSpread(([a]) => Math.exp(a!), [0.3], [0.2]);
    expect(sampledSpread(([, a]) => Math.exp(a!), [7, 0.3], [0, 0.2])).toBe(alone);
  });

  test('exact inputs spread nothing; the same question has the same answer', () => {
    expect(sampledSpread(([a]) => a!, [3], [0])).toBe(0);
    const ask = (): number => sampledSpread(([a, b]) => a! * b!, [3, 4], [1, 1]);
    expect(ask()).toBe(ask());
  });
});
