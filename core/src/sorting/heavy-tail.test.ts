import { expect, test } from 'vitest';
import { heavyTail, heavyTailWeight, tapDensity } from './heavy-tail.ts';

// Any table of the t distribution with three degrees of freedom; R: dt(c(0, 1, 2), df = 3).
test.each([
  [0, 0.3675525969],
  [1, 0.2067483356],
  [2, 0.0675096607],
])('the density of t with 3 degrees of freedom at %s', (z, density) => {
  expect(Math.exp(heavyTail(z, 1))).toBeCloseTo(density, 8);
  expect(Math.exp(heavyTail(5 * z, 5))).toBeCloseTo(density / 5, 8);
});

test('the density sums to 1', () => {
  let sum = 0;
  for (let z = -2000; z < 2000; z += 0.01) sum += 0.01 * Math.exp(heavyTail(z + 0.005, 1));
  expect(sum).toBeCloseTo(1, 5);
});

test('what lies far off counts little', () => {
  expect(heavyTailWeight(0, 1)).toBeCloseTo(4 / 3, 12);
  expect(heavyTailWeight(10, 1)).toBeCloseTo(4 / 103, 12);
});

test('a late tap is likelier than an early one as far off', () => {
  expect(tapDensity(12_000, 1000)).toBeGreaterThan(tapDensity(-12_000, 1000));
  let sum = 0;
  for (let ms = -500_000; ms < 500_000; ms += 50) sum += 50 * Math.exp(tapDensity(ms + 25, 1000));
  expect(sum).toBeCloseTo(1, 3);
});
