import { take } from '../body-height.ts';
import { ANGLE } from '../figure.ts';
import { groundOf } from '../ground-marks.ts';
import { midpoint, toDegrees, type Position } from '../position.ts';
import { acrossView, footAt, groundPose } from './line-view.ts';

const [HEEL, TOE] = footAt('contact', 'front');
const [BACK_HEEL, BACK_TOE] = footAt('set', 'back');

/**
 * In line with the target a foot is seen from its end, and its length cannot be told from its rows. So its length is that of the back foot at set, which stands
 * along the rubber, and the angle follows from how far its toe lies beside its heel; the marks of the ground say how far round the camera stands.
 */
export const footAngle = groundPose({
  id: 'footAngle',
  name: 'foot angle at contact',
  definition:
    'Heel to toe of the front foot from the line at contact, + to the glove side; as long as the back foot along the rubber at set.',
  unit: 'degrees',
  bands: ANGLE,
  needs: [BACK_HEEL, BACK_TOE, HEEL, TOE],
  drawing: [HEEL, TOE],
  signed: ['front foot open by % at landing', 'front foot closed by % at landing'],
  // A back foot that stands not quite along the rubber, seen by a camera off the line.
  viewSd: 1,
  value: (p, plus, _, layout) => {
    const ground = groundOf(p, layout);
    const [heel, toe, backHeel, backToe] = [HEEL, TOE, BACK_HEEL, BACK_TOE].map((at) => take(p, at)) as [
      Position,
      Position,
      Position,
      Position,
    ];
    const across = acrossView(p, plus, layout);
    const metres = (from: Position, to: Position): number =>
      (to.x - from.x) * across.metresPerPixel(ground.at(midpoint(from, to)).x);
    const long = Math.abs(metres(backHeel, backToe)) / Math.cos(across.turn);
    const beside = plus * metres(heel, toe);
    return toDegrees(Math.asin(Math.max(-1, Math.min(1, beside / long))) - across.turn);
  },
});
