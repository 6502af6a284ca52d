import { take } from '../body-height.ts';
import { groundOf } from '../ground-marks.ts';
import { midpoint } from '../position.ts';
import { acrossView, footAt, groundPose } from './line-view.ts';

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
  // A head before or behind the foot, from a camera off the line: as the simulated camera has it, up to twelve degrees.
  viewSd: 1.5,
  value: (p, plus, _, layout) => {
    const foot = midpoint(take(p, FOOT[0]), take(p, FOOT[1]));
    const under = groundOf(p, layout).at(foot);
    const across = acrossView(p, plus, layout);
    const beside = plus * (take(p, 'release.head').x - foot.x) * across.metresPerPixel(under.x);
    return Math.abs(100 * (under.y + beside * Math.cos(across.turn)));
  },
});
