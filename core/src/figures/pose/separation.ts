import { take } from '../body-height.ts';
import { ANGLE } from '../figure.ts';
import { hipsAt, linePose, shouldersAt } from '../pose-figure.ts';
import type { PointAt, PointsAt } from '../point-at.ts';
import { distance, toDegrees } from '../position.ts';

const [FRONT_HIP, BACK_HIP] = hipsAt('contact');
const [THROWING, GLOVE] = shouldersAt('contact');

/** How far a line of the body has turned to the target at contact: its width in the picture over its full one at release, when it faces the target. */
function turned(p: PointsAt, from: PointAt, to: PointAt, full: readonly [PointAt, PointAt], plus: 1 | -1): number {
  const wide = (plus * (take(p, to).x - take(p, from).x)) / distance(take(p, full[0]), take(p, full[1]));
  return toDegrees(Math.asin(Math.max(-1, Math.min(1, wide))));
}

export const separation = linePose({
  id: 'separation',
  name: 'hips ahead of the shoulders',
  definition:
    'How far the hips have turned to the target beyond the shoulders at contact: from the widths of both lines in line with the target, over their widths at release.',
  unit: 'degrees',
  bands: ANGLE,
  needs: [...hipsAt('contact'), ...shouldersAt('contact'), ...hipsAt('release'), ...shouldersAt('release')],
  drawing: [BACK_HIP, FRONT_HIP],
  // Lines that stand not quite across at release are too short there.
  viewSd: 6,
  value: (p, plus) =>
    turned(p, BACK_HIP, FRONT_HIP, hipsAt('release'), plus) - turned(p, THROWING, GLOVE, shouldersAt('release'), plus),
});
