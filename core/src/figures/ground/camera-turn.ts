import { ANGLE } from '../figure.ts';
import { GROUND_POINTS, groundScale } from '../ground-marks.ts';
import { toDegrees } from '../position.ts';
import { sidePose } from '../pose-figure.ts';

/**
 * From how far apart the ground marks lie along the line and across it. It belongs to no checkpoint; every other
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
  needs: GROUND_POINTS,
  // The middle of the marks lies beside the middle of the picture.
  viewSd: 1.5,
  value: (p, plus, _, layout) => {
    const { rubber, ahead, along } = groundScale(p, plus, layout);
    return toDegrees(Math.atan2((rubber + ahead) / 2, along));
  },
});
