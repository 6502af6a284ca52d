import type { EnteredPoint } from '../measure-delivery.ts';
import { CONE_LENGTH, CONE_WIDTH } from '../ground-marks.ts';

const CORNERS = [
  ['coneRubberThrowing', 0, -CONE_WIDTH / 2],
  ['coneRubberGlove', 0, CONE_WIDTH / 2],
  ['coneAheadThrowing', CONE_LENGTH, -CONE_WIDTH / 2],
  ['coneAheadGlove', CONE_LENGTH, CONE_WIDTH / 2],
] as const;

/** The cones as a camera from far away at the side sees them that stands so many degrees off square, target to the right: 200 px a metre, the ground seen from a little above. */
export const drawnCones = (turnDegrees: number): readonly EnteredPoint[] => {
  const [cos, sin] = [Math.cos((turnDegrees * Math.PI) / 180), Math.sin((turnDegrees * Math.PI) / 180)];
  return CORNERS.map(([point, x, y]) => ({
    ...{ event: 'set', point, sd: 2, origin: 'placed' },
    x: 300 + 200 * (x * cos + y * sin),
    y: 480 - 40 * (y * cos - x * sin),
  }));
};
