import { expect, test } from 'vitest';
import { pointAt, type PointsAt } from '../point-at.ts';
import { drawnCones } from '../testing/drawn-cones.ts';
import { cameraTurn } from './camera-turn.ts';

const cones = (turn: number, mirrored = false): PointsAt =>
  Object.fromEntries(drawnCones(turn).map((p) => [pointAt(p.event, p.point), { x: mirrored ? 1000 - p.x : p.x, y: p.y }]));

test.each([0, 8, -15, 25])('a camera that stands %i degrees off square', (turn) => {
  expect(cameraTurn.value(cones(turn), 1, 0)).toBeCloseTo(turn, 9);
  // With the target to the left it is the same.
  expect(cameraTurn.value(cones(turn, true), -1, 0)).toBeCloseTo(turn, 9);
});
