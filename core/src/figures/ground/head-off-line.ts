import { take } from '../body-height.ts';
import { groundOf } from '../ground-marks.ts';
import { midpoint } from '../position.ts';
import { footAt, groundPose } from './line-view.ts';

const FOOT = footAt('contact', 'front');

export const headOffLine = groundPose({
  id: 'headOffLine',
  name: 'head off the line',
  definition:
    'Head from the line at release, to either side. It is taken to be as far away as the front foot, over which it comes.',
  unit: 'centimetres',
  bands: { unit: 'centimetres', limits: [0, null] },
  needs: ['release.head', ...FOOT],
  drawing: [FOOT, 'release.head'],
  // A head a quarter of a metre before or behind the foot, from a camera six degrees off the line.
  viewSd: 2,
  value: (p) => {
    const foot = midpoint(take(p, FOOT[0]), take(p, FOOT[1]));
    return Math.abs(100 * groundOf(p).at({ x: take(p, 'release.head').x, y: foot.y }).y);
  },
});
