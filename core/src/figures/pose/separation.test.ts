import { expect, test } from 'vitest';
import { DRAWN_FRONT, MIRRORED_FRONT, drawnFront } from '../testing/drawn-front.ts';
import { separation } from './separation.ts';

test('hips half as wide as at release have turned by 30 degrees, shoulders of no width not at all', () => {
  expect(drawnFront(separation)).toBeCloseTo(30, 9);
  // Shoulders that have turned half-way too leave nothing between them.
  const turned = { ...DRAWN_FRONT, 'contact.throwingShoulder': { x: 484, y: 180 }, 'contact.gloveShoulder': { x: 524, y: 180 } };
  expect(drawnFront(separation, turned)).toBeCloseTo(0, 9);
  // Seen from behind, with the glove side on the other side, it is the same.
  expect(drawnFront(separation, MIRRORED_FRONT, -1)).toBeCloseTo(drawnFront(separation), 9);
});
