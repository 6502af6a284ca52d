import { expect, test } from 'vitest';
import { usualChange, usualChangeUpTo } from './usual-change.ts';

test.each([
  [0, 0],
  [1, 5],
  [2, 10],
  [3, 20],
  [4, 30],
  [6, 50],
])('a cause of %f changes it by %f', (size, change) => {
  expect(usualChange(size, [2, 4], [10, 30])).toBeCloseTo(change, 12);
});

test('of any size up to a limit: what grows evenly is its last over the root of three, whatever was tried on the way', () => {
  expect(usualChangeUpTo(2, [2], [10])).toBeCloseTo(10 / Math.sqrt(3), 12);
  expect(usualChangeUpTo(3, [1, 2], [5, 10])).toBeCloseTo(15 / Math.sqrt(3), 12);
  expect(usualChangeUpTo(0.5, [1, 2], [5, 10])).toBeCloseTo(2.5 / Math.sqrt(3), 12);
});

test('what grows with the square of its cause is its last over the root of five (integral of x^4), with as many sizes as it needs', () => {
  const sizes = Array.from({ length: 200 }, (_, i) => (i + 1) / 100);
  const squares = sizes.map((x) => x ** 2);
  expect(usualChangeUpTo(2, sizes, squares)).toBeCloseTo(4 / Math.sqrt(5), 4);
});
