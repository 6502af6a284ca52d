import { expect, test } from 'vitest';
import { MIRRORED, atan, drawn } from '../testing/drawn-body.ts';
import { backKneeTop } from './back-knee-top.ts';

test('a thigh straight down and a shin that leans: their included angle', () => {
  // Thigh straight down from the hip; the shin goes 40 px back in 98 px down.
  expect(drawn(backKneeTop)).toBeCloseTo(180 - atan(40, 98), 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(backKneeTop, -1, 0, MIRRORED)).toBeCloseTo(drawn(backKneeTop), 9);
});
