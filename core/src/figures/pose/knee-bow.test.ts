import { expect, test } from 'vitest';
import { DRAWN_FRONT, MIRRORED_FRONT, drawnFront } from '../testing/drawn-front.ts';
import { kneeBow } from './knee-bow.ts';

test('a knee straight under the hip and an ankle 10 px inside of it: bowed outward by the tangent of that', () => {
  expect(drawnFront(kneeBow)).toBeCloseTo((Math.atan2(10, 70) * 180) / Math.PI, 9);
  expect(drawnFront(kneeBow, { ...DRAWN_FRONT, 'release.frontKnee': { x: 535, y: 380 } })).toBeCloseTo(0, 9);
  // Seen from behind, with the glove side on the other side, it is the same.
  expect(drawnFront(kneeBow, MIRRORED_FRONT, -1)).toBeCloseTo(drawnFront(kneeBow), 9);
});
