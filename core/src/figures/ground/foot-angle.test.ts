import { expect, test } from 'vitest';
import { DRAWN_FRONT, MIRRORED_FRONT, drawnFront } from '../testing/drawn-front.ts';
import { footAngle } from './foot-angle.ts';

test('a toe half a foot beside the heel is 30 degrees open', () => {
  // 20 px of the 40 px that the back foot has along the rubber: the sine of 30 degrees.
  expect(drawnFront(footAngle)).toBeCloseTo(30, 9);
  expect(drawnFront(footAngle, { ...DRAWN_FRONT, 'contact.frontToe': { x: 460, y: 468 } })).toBeCloseTo(-30, 9);
  expect(() => drawnFront(footAngle, { ...DRAWN_FRONT, 'contact.frontToe': undefined })).toThrow('front toe');
  // Seen from behind, with the glove side on the other side, it is the same.
  expect(drawnFront(footAngle, MIRRORED_FRONT, -1)).toBeCloseTo(drawnFront(footAngle), 9);
});
