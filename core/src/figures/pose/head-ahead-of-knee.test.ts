import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { headAheadOfKnee } from './head-ahead-of-knee.ts';

test('the head is 60 px ahead of the front knee', () => {
  expect(drawn(headAheadOfKnee)).toBeCloseTo(60 / DRAWN_HEIGHT, 12);
  expect(drawn(headAheadOfKnee, -1)).toBeCloseTo(-60 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(headAheadOfKnee, -1, 0, MIRRORED)).toBeCloseTo(drawn(headAheadOfKnee), 9);
});
