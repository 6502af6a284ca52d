import { expect, test } from 'vitest';
import { usualChange } from './usual-change.ts';

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
