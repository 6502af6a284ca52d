import { expect, test } from 'vitest';
import { DRAWN, MIRRORED, atan, drawn } from '../testing/drawn-body.ts';
import { frontKneeChange } from './front-knee-change.ts';

test('the angle at release less the angle at contact', () => {
  const contact = 180 - (atan(100, 80) - atan(82.5, 90));
  expect(drawn(frontKneeChange)).toBeCloseTo(180 - atan(60, 100) - contact, 9);
  // A knee that is straighter at contact than at release has bent on: -.
  const straight = { ...DRAWN, 'contact.frontKnee': { x: 495, y: 392.75 } };
  expect(drawn(frontKneeChange, 1, 0, straight)).toBeCloseTo(-atan(60, 100), 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(frontKneeChange, -1, 0, MIRRORED)).toBeCloseTo(drawn(frontKneeChange), 9);
});
