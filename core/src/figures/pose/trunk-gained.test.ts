import { expect, test } from 'vitest';
import { atan, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { trunkGained } from './trunk-gained.ts';

test('upright when the arm is laid back, 100 across and 120 up at release', () => {
  expect(drawn(trunkGained)).toBeCloseTo(atan(100, 120), 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(trunkGained, -1, 0, MIRRORED)).toBeCloseTo(drawn(trunkGained), 9);
});
