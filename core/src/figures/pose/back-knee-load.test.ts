import { expect, test } from 'vitest';
import { MIRRORED, atan, drawn } from '../testing/drawn-body.ts';
import { backKneeLoad } from './back-knee-load.ts';

test('a thigh and a shin that both lean to the target', () => {
  // The shin leans by 45 degrees, the thigh by atan(40 / 80): the knee lacks what they differ by.
  expect(drawn(backKneeLoad)).toBeCloseTo(180 - (45 - atan(40, 80)), 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(backKneeLoad, -1, 0, MIRRORED)).toBeCloseTo(drawn(backKneeLoad), 9);
});
