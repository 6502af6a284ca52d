import { expect, test } from 'vitest';
import { DRAWN, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { layback } from './layback.ts';

test('a forearm straight back from an upright trunk is laid back by 180 degrees, along the trunk by 90', () => {
  expect(drawn(layback)).toBeCloseTo(180, 9);
  const forearm = (x: number, y: number) =>
    drawn(layback, 1, 0, { ...DRAWN, 'layback.throwingWrist': { x: 440 + x, y: 150 + y } });
  expect(forearm(0, -60)).toBeCloseTo(90, 9);
  expect(forearm(60, 0)).toBeCloseTo(0, 9);
  expect(forearm(-60, 60)).toBeCloseTo(225, 9);
  // It follows the trunk: leaning 45 degrees forward, a forearm straight up is 135 degrees back.
  const leaning = { 'layback.throwingShoulder': { x: 590, y: 180 }, 'layback.gloveShoulder': { x: 590, y: 180 } };
  const up = { 'layback.throwingElbow': { x: 440, y: 150 }, 'layback.throwingWrist': { x: 440, y: 90 } };
  expect(drawn(layback, 1, 0, { ...DRAWN, ...leaning, ...up })).toBeCloseTo(135, 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(layback, -1, 0, MIRRORED)).toBeCloseTo(drawn(layback), 9);
});
