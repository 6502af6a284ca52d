import { expect, test } from 'vitest';
import { atan, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { trunkTop } from './trunk-top.ts';

test('ten across and 170 up leans back by their angle', () => {
  expect(drawn(trunkTop)).toBeCloseTo(-atan(10, 170), 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(trunkTop, -1, 0, MIRRORED)).toBeCloseTo(drawn(trunkTop), 9);
});
