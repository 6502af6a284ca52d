import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { gloveHeightContact } from './glove-height-contact.ts';

test('negative below the shoulders', () => {
  expect(drawn(gloveHeightContact)).toBeCloseTo(-10 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(gloveHeightContact, -1, 0, MIRRORED)).toBeCloseTo(drawn(gloveHeightContact), 9);
});
