import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { gloveAheadSet } from './glove-ahead-set.ts';

test('hands 60 px ahead of the back ankle', () => {
  expect(drawn(gloveAheadSet)).toBeCloseTo(60 / DRAWN_HEIGHT, 12);
  expect(drawn(gloveAheadSet, -1)).toBeCloseTo(-60 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(gloveAheadSet, -1, 0, MIRRORED)).toBeCloseTo(drawn(gloveAheadSet), 9);
});
