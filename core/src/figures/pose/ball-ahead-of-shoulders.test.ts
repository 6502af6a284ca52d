import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { ballAheadOfShoulders } from './ball-ahead-of-shoulders.ts';

test('the ball, led back along its way, is ahead of the shoulders', () => {
  expect(drawn(ballAheadOfShoulders)).toBeCloseTo(110 / DRAWN_HEIGHT, 12);
  // Half a frame's way of 80 px is led back.
  expect(drawn(ballAheadOfShoulders, 1, -0.5)).toBeCloseTo(70 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(ballAheadOfShoulders, -1, 0, MIRRORED)).toBeCloseTo(drawn(ballAheadOfShoulders), 9);
});
