import { expect, test } from 'vitest';
import { MIRRORED, atan, drawn } from '../testing/drawn-body.ts';
import { frontKneeContact } from './front-knee-contact.ts';

test('thigh and shin at contact', () => {
  // The thigh falls 82.5 px in 90 px to the target, the shin 100 px in 80 px.
  expect(drawn(frontKneeContact)).toBeCloseTo(180 - (atan(100, 80) - atan(82.5, 90)), 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(frontKneeContact, -1, 0, MIRRORED)).toBeCloseTo(drawn(frontKneeContact), 9);
});
