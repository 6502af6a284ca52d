import { expect, test } from 'vitest';
import { MIRRORED, drawn } from '../testing/drawn-body.ts';
import { footOpensShare } from './foot-opens-share.ts';

test('the foot opens after so much of the way of the ankle', () => {
  expect(drawn(footOpensShare)).toBeCloseTo(240 / 400, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(footOpensShare, -1, 0, MIRRORED)).toBeCloseTo(drawn(footOpensShare), 9);
});
