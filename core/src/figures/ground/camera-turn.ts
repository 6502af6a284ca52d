import { ANGLE } from '../figure.ts';
import { CONE_LENGTH, CONE_POINTS, CONE_WIDTH } from '../ground-marks.ts';
import { take } from '../body-height.ts';
import { toDegrees } from '../position.ts';
import { sidePose } from '../pose-figure.ts';

const [RUBBER_THROWING, RUBBER_GLOVE, AHEAD_GLOVE, AHEAD_THROWING] = CONE_POINTS as [
  (typeof CONE_POINTS)[number],
  (typeof CONE_POINTS)[number],
  (typeof CONE_POINTS)[number],
  (typeof CONE_POINTS)[number],
];

/**
 * From how far apart the cones stand in x alone, along the line and across it: a mound slopes, and along a row of the picture a slope looks like a turn. It belongs to no checkpoint; every other
 * figure of the film has its effect in its error (`turnError`).
 */
export const cameraTurn = sidePose({
  id: 'cameraTurn',
  name: 'camera off square to the line',
  definition:
    'How far round from square to the line the camera stands, + where what lies on the glove side is seen further towards the target.',
  unit: 'degrees',
  bands: ANGLE,
  wrap: 360,
  needs: CONE_POINTS,
  // The middle of the cones lies beside the middle of the picture.
  viewSd: 1.5,
  drawing: [RUBBER_THROWING, RUBBER_GLOVE, AHEAD_GLOVE, AHEAD_THROWING],
  value: (p, plus) => {
    const x = (at: (typeof CONE_POINTS)[number]): number => plus * take(p, at).x;
    const across = (x(RUBBER_GLOVE) + x(AHEAD_GLOVE) - x(RUBBER_THROWING) - x(AHEAD_THROWING)) / 2;
    const along = (x(AHEAD_GLOVE) + x(AHEAD_THROWING) - x(RUBBER_GLOVE) - x(RUBBER_THROWING)) / 2;
    return toDegrees(Math.atan2(across / CONE_WIDTH, along / CONE_LENGTH));
  },
});
