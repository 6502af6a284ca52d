import { expect, test } from 'vitest';
import { DRAWN, MIRRORED, atan, drawn } from '../testing/drawn-body.ts';
import { forearmDifference } from './forearm-difference.ts';

test('the throwing forearm stands 60 degrees above level, the glove one a little under it', () => {
  const glove = { 'contact.gloveWrist': { x: 520, y: 150 } };
  expect(drawn(forearmDifference, 1, 0, { ...DRAWN, ...glove })).toBeCloseTo(60 + atan(10, 50), 9);
  const mirrored = { ...MIRRORED, 'contact.gloveWrist': { x: 480, y: 150 } };
  expect(drawn(forearmDifference, -1, 0, mirrored)).toBeCloseTo(60 + atan(10, 50), 9);
  expect(() => drawn(forearmDifference, 1, 0, { ...DRAWN, 'contact.gloveWrist': { x: 470, y: 140 } })).toThrow('coincides');
});
