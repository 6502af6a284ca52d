import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { headRise } from './head-rise.ts';

test('the head came 10 px higher than it was at set', () => {
  expect(drawn(headRise)).toBeCloseTo(10 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(headRise, -1, 0, MIRRORED)).toBeCloseTo(drawn(headRise), 9);
});
