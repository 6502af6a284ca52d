import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { headOverPelvisApart } from './head-over-pelvis-apart.ts';

test('the head is over the middle of the hips when the hands part', () => {
  expect(drawn(headOverPelvisApart)).toBeCloseTo(0 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(headOverPelvisApart, -1, 0, MIRRORED)).toBeCloseTo(drawn(headOverPelvisApart), 9);
});
