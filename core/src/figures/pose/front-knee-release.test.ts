import { expect, test } from 'vitest';
import { MIRRORED, atan, drawn } from '../testing/drawn-body.ts';
import { frontKneeRelease } from './front-knee-release.ts';

test('an upright shin under a thigh that leans by atan(60 / 100)', () => {
  expect(drawn(frontKneeRelease)).toBeCloseTo(180 - atan(60, 100), 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(frontKneeRelease, -1, 0, MIRRORED)).toBeCloseTo(drawn(frontKneeRelease), 9);
});
