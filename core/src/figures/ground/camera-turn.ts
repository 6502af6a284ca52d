import { ANGLE } from '../figure.ts';
import { CONE_POINTS, groundOf } from '../ground-marks.ts';
import { take } from '../body-height.ts';
import { midpoint, toDegrees } from '../position.ts';
import { sidePose } from '../pose-figure.ts';

const [RUBBER_THROWING, RUBBER_GLOVE, AHEAD_GLOVE, AHEAD_THROWING] = CONE_POINTS as [
  (typeof CONE_POINTS)[number],
  (typeof CONE_POINTS)[number],
  (typeof CONE_POINTS)[number],
  (typeof CONE_POINTS)[number],
];

/**
 * What a step along a row of the picture is on the ground, in the middle of the cones: along the line where the camera stands square to it. It belongs to no checkpoint;
 * every other figure of the film has its effect in its error (`turnError`).
 */
export const cameraTurn = sidePose({
  id: 'cameraTurn',
  name: 'camera off square to the line',
  definition:
    'How far the rows of a film from the side lean from the line on the ground, + where they lean to the glove side towards the target.',
  unit: 'degrees',
  bands: ANGLE,
  wrap: 360,
  needs: CONE_POINTS,
  drawing: [RUBBER_THROWING, RUBBER_GLOVE, AHEAD_GLOVE, AHEAD_THROWING],
  value: (p, plus) => {
    const ground = groundOf(p);
    const middle = midpoint(
      midpoint(take(p, RUBBER_THROWING), take(p, AHEAD_GLOVE)),
      midpoint(take(p, RUBBER_GLOVE), take(p, AHEAD_THROWING)),
    );
    const [from, to] = [ground.at({ x: middle.x - plus / 2, y: middle.y }), ground.at({ x: middle.x + plus / 2, y: middle.y })];
    return toDegrees(Math.atan2(to.y - from.y, to.x - from.x));
  },
});
