import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { gloveHeightRelease } from './glove-height-release.ts';

test('the glove is 60 px under the shoulders', () => {
  expect(drawn(gloveHeightRelease)).toBeCloseTo(-60 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(gloveHeightRelease, -1, 0, MIRRORED)).toBeCloseTo(drawn(gloveHeightRelease), 9);
});
