import type { EnteredPoint } from '../measure-delivery.ts';
import { FOUR_CONES, GROUND_POINTS, groundPlace } from '../ground-marks.ts';
import { partsOf } from '../point-at.ts';

/** The ground marks as a camera from far away at the side sees them that stands so many degrees off square, target to the right: 200 px a metre, the ground seen from a little above. */
export const drawnCones = (turnDegrees: number, layout = FOUR_CONES): readonly EnteredPoint[] => {
  const [cos, sin] = [Math.cos((turnDegrees * Math.PI) / 180), Math.sin((turnDegrees * Math.PI) / 180)];
  return GROUND_POINTS.map((at) => {
    const [event, point] = partsOf(at);
    const { x, y } = groundPlace(point, layout)!;
    return {
      ...{ event, point, sd: 2, origin: 'placed' },
      x: 300 + 200 * (x * cos + y * sin),
      y: 480 - 40 * (y * cos - x * sin),
    };
  });
};
