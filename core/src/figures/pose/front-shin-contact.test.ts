import { expect, test } from 'vitest';
import { MIRRORED, atan, drawn } from '../testing/drawn-body.ts';
import { frontShinContact } from './front-shin-contact.ts';

test('a knee 80 px behind the ankle in 100 px of height', () => {
  expect(drawn(frontShinContact)).toBeCloseTo(atan(80, 100), 9);
  expect(drawn(frontShinContact, -1)).toBeCloseTo(-atan(80, 100), 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(frontShinContact, -1, 0, MIRRORED)).toBeCloseTo(drawn(frontShinContact), 9);
});
