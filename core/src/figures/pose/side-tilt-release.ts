import { ANGLE } from '../figure.ts';
import { hipsAt, linePose, shouldersAt, trunkTilt } from '../pose-figure.ts';

export const sideTiltRelease = linePose({
  id: 'sideTiltRelease',
  name: 'trunk to the side at release',
  definition: 'Middle of the hips to middle of the shoulders from vertical at release, across the line, + to the glove side.',
  unit: 'degrees',
  bands: ANGLE,
  wrap: 360,
  needs: [...hipsAt('release'), ...shouldersAt('release')],
  drawing: [hipsAt('release'), shouldersAt('release')],
  signed: ['trunk leans % to the glove side at release', 'trunk leans % to the throwing side at release'],
  value: (p, plus) => trunkTilt(p, 'release', plus),
});
