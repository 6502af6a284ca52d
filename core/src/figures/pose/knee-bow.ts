import { ANGLE } from '../figure.ts';
import { kneeAcross } from '../knee-across.ts';
import { linePose } from '../pose-figure.ts';

const LEG = ['release.frontHip', 'release.frontKnee', 'release.frontAnkle'] as const;

export const kneeBow = linePose({
  id: 'kneeBow',
  name: 'front knee bowed outward',
  definition:
    'How far thigh and shin of the front leg are bent against each other across the line at release, + where the knee stands out to the glove side.',
  unit: 'degrees',
  bands: ANGLE,
  needs: LEG,
  signed: ['front knee bowed outward by %', 'front knee bent inward by %'],
  value: (p, plus) => kneeAcross(p, plus, LEG),
});
