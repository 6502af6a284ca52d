import { expect, test } from 'vitest';
import { MIRRORED_FRONT, drawnFront } from '../testing/drawn-front.ts';
import { sideTiltRelease } from './side-tilt-release.ts';

test('the middle of the shoulders 20 px to the glove side of the hips, 110 px above them', () => {
  expect(drawnFront(sideTiltRelease)).toBeCloseTo((Math.atan2(20, 110) * 180) / Math.PI, 9);
  // Seen from behind, with the glove side on the other side, it is the same.
  expect(drawnFront(sideTiltRelease, MIRRORED_FRONT, -1)).toBeCloseTo(drawnFront(sideTiltRelease), 9);
});
