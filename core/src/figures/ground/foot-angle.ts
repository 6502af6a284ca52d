import { take } from '../body-height.ts';
import { ANGLE } from '../figure.ts';
import { groundOf } from '../ground-marks.ts';
import { midpoint, toDegrees } from '../position.ts';
import { alongRow, footAt, groundPose } from './line-view.ts';

const [HEEL, TOE] = footAt('contact', 'front');
const [BACK_HEEL, BACK_TOE] = footAt('set', 'back');

/**
 * In line with the target a foot is seen from its end, and its length cannot be told from its rows. So its length is that of the back foot at set, which stands
 * along the rubber, and the angle follows from how far its toe lies beside its heel; the cones say how far round the camera stands.
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
  viewSd: 2.5,
  value: (p, plus) => {
    const ground = groundOf(p);
    const [heel, toe, backHeel, backToe] = [HEEL, TOE, BACK_HEEL, BACK_TOE].map((at) => take(p, at)) as [
      ReturnType<typeof take>,
      ReturnType<typeof take>,
      ReturnType<typeof take>,
      ReturnType<typeof take>,
    ];
    const here = alongRow(ground, midpoint(heel, toe), plus);
    const there = alongRow(ground, midpoint(backHeel, backToe), plus);
    const long = (Math.abs(backToe.x - backHeel.x) * there.metresPerPixel) / Math.cos(there.turn);
    const beside = plus * (toe.x - heel.x) * here.metresPerPixel;
    return toDegrees(Math.asin(Math.max(-1, Math.min(1, beside / long))) - here.turn);
  },
});
