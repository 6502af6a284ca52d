import { expect, test } from 'vitest';
import { DRAWN, DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { gloveFromTrunkRelease } from './glove-from-trunk-release.ts';

test('the glove stands square to the trunk in front of it', () => {
  // Hips (490, 300), shoulders (590, 180): the area of the triangle with the glove (620, 240), twice, over its base.
  const twice = Math.abs(100 * (240 - 300) - (180 - 300) * (620 - 490));
  expect(drawn(gloveFromTrunkRelease)).toBeCloseTo(twice / Math.hypot(100, 120) / DRAWN_HEIGHT, 9);
  expect(drawn(gloveFromTrunkRelease, 1, 0, { ...DRAWN, 'release.gloveWrist': { x: 490, y: 240 } })).toBeLessThan(0);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(gloveFromTrunkRelease, -1, 0, MIRRORED)).toBeCloseTo(drawn(gloveFromTrunkRelease), 9);
});
