import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { headOverPelvisContact } from './head-over-pelvis-contact.ts';

test('the head is over the middle of the hips at contact', () => {
  expect(drawn(headOverPelvisContact)).toBeCloseTo(0 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(headOverPelvisContact, -1, 0, MIRRORED)).toBeCloseTo(drawn(headOverPelvisContact), 9);
});
