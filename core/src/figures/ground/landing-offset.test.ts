import { expect, test } from 'vitest';
import { DRAWN_FRONT, MIRRORED_FRONT, drawnFront } from '../testing/drawn-front.ts';
import { landingOffset } from './landing-offset.ts';

test('the ankle lies a quarter of the way from heel to toe, over the ground', () => {
  // Front: 485 px, 7.5 cm to the throwing side of the line. Back: 500 px, on it.
  expect(drawnFront(landingOffset)).toBeCloseTo(-7.5, 9);
  const open = { ...DRAWN_FRONT, 'contact.frontHeel': { x: 520, y: 460 }, 'contact.frontToe': { x: 520, y: 470 } };
  expect(drawnFront(landingOffset, open)).toBeCloseTo(10, 9);
  // Seen from behind, with the glove side on the other side, it is the same.
  expect(drawnFront(landingOffset, MIRRORED_FRONT, -1)).toBeCloseTo(drawnFront(landingOffset), 9);
});
