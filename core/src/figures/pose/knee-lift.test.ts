import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { kneeLift } from './knee-lift.ts';

test('the knee is as high above the ground as the hips, and a little more', () => {
  // The ankle's joint stands 0.039 of height above the ground (Drillis and Contini in Winter, value from memory).
  const ground = 500 + 0.039 * DRAWN_HEIGHT;
  expect(drawn(kneeLift)).toBeCloseTo((ground - 290) / (ground - 301), 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(kneeLift, -1, 0, MIRRORED)).toBeCloseTo(drawn(kneeLift), 9);
});
