import { expect, test } from 'vitest';
import { MIRRORED, atan, drawn } from '../testing/drawn-body.ts';
import { trunkRelease } from './trunk-release.ts';

test('100 px to the target in 120 px of height', () => {
  expect(drawn(trunkRelease)).toBeCloseTo(atan(100, 120), 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(trunkRelease, -1, 0, MIRRORED)).toBeCloseTo(drawn(trunkRelease), 9);
});
