import { expect, test } from 'vitest';
import { pointAt, type PointsAt } from '../point-at.ts';
import { FOUR_CONES } from '../ground-marks.ts';
import { drawnCones } from '../testing/drawn-cones.ts';
import { cameraTurn } from './camera-turn.ts';

const cones = (turn: number, mirrored = false, layout = FOUR_CONES): PointsAt =>
  Object.fromEntries(
    drawnCones(turn, layout).map((p) => [pointAt(p.event, p.point), { x: mirrored ? 1000 - p.x : p.x, y: p.y }]),
  );

test.each([0, 8, -15, 25])('a camera that stands %i degrees off square', (turn) => {
  expect(cameraTurn.value(cones(turn), 1, 0, FOUR_CONES)).toBeCloseTo(turn, 9);
  // With the target to the left it is the same.
  expect(cameraTurn.value(cones(turn, true), -1, 0, FOUR_CONES)).toBeCloseTo(turn, 9);
  // Marks that lie otherwise, told how they lie, say the same.
  const corners = { atRubber: 0.61, ahead: 0.43, length: 2.5 };
  expect(cameraTurn.value(cones(turn, false, corners), 1, 0, corners)).toBeCloseTo(turn, 9);
});
