import { expect, test } from 'vitest';
import { MIRRORED, drawn } from '../testing/drawn-body.ts';
import { hipToShoulderRelease } from './hip-to-shoulder-release.ts';

test('120 px to the target in 120 px of height is 45 degrees', () => {
  expect(drawn(hipToShoulderRelease)).toBeCloseTo(45, 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(hipToShoulderRelease, -1, 0, MIRRORED)).toBeCloseTo(drawn(hipToShoulderRelease), 9);
});
