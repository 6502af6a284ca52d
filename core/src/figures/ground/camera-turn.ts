import { ANGLE } from '../figure.ts';
import { CONE_LENGTH, CONE_POINTS, CONE_WIDTH, coneSpans } from '../ground-marks.ts';
import { toDegrees } from '../position.ts';
import { sidePose } from '../pose-figure.ts';

/**
 * From how far apart the cones stand along the line and across it. It belongs to no checkpoint; every other
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
  value: (p, plus) => {
    const { rubber, ahead, along } = coneSpans(p, plus);
    return toDegrees(Math.atan2((rubber + ahead) / 2 / CONE_WIDTH, along / CONE_LENGTH));
  },
});
