import { take } from '../body-height.ts';
import { ANGLE } from '../figure.ts';
import { linePose } from '../pose-figure.ts';
import { toDegrees } from '../position.ts';

const [HIP, KNEE, ANKLE] = ['release.frontHip', 'release.frontKnee', 'release.frontAnkle'] as const;

export const kneeBow = linePose({
  id: 'kneeBow',
  name: 'front knee bowed outward',
  definition:
    'How far thigh and shin of the front leg are bent against each other across the line at release, + where the knee stands out to the glove side.',
  unit: 'degrees',
  bands: ANGLE,
  needs: [HIP, KNEE, ANKLE],
  signed: ['front knee bowed outward by %', 'front knee bent inward by %'],
  value: (p, plus) => {
    const [hip, knee, ankle] = [take(p, HIP), take(p, KNEE), take(p, ANKLE)];
    const out = (from: typeof hip, to: typeof hip): number => Math.atan2(plus * (to.x - from.x), to.y - from.y);
    return toDegrees(out(hip, knee) - out(knee, ankle));
  },
});
