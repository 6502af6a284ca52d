import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn, measured } from '../testing/drawn-body.ts';
import { ballAheadRelease } from './ball-ahead-release.ts';

test('the ball is led back along its path to where it was let go, towards the target', () => {
  expect(drawn(ballAheadRelease)).toBeCloseTo(140 / DRAWN_HEIGHT, 12);
  expect(drawn(ballAheadRelease, 1, -0.5)).toBeCloseTo((140 - 40) / DRAWN_HEIGHT, 12);
  expect(drawn(ballAheadRelease, -1, -0.5)).toBeCloseTo(-(140 - 40) / DRAWN_HEIGHT, 12);
  expect(measured(ballAheadRelease)?.value).toBeCloseTo(100 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(ballAheadRelease, -1, 0, MIRRORED)).toBeCloseTo(drawn(ballAheadRelease), 9);
});
