import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { gloveHeightSet } from './glove-height-set.ts';

test('hands 120 px above the back hip', () => {
  expect(drawn(gloveHeightSet)).toBeCloseTo(120 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(gloveHeightSet, -1, 0, MIRRORED)).toBeCloseTo(drawn(gloveHeightSet), 9);
});
