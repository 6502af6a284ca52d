import { ANGLE } from '../figure.ts';
import { hipsAt, shouldersAt, sidePose, trunkTilt } from '../pose-figure.ts';

export const trunkGained = sidePose({
  id: 'trunkGained',
  name: 'trunk forward from layback to release',
  definition: 'By how much the trunk leans further to the target at release than when the arm is laid back.',
  unit: 'degrees',
  bands: ANGLE,
  needs: [...hipsAt('layback'), ...shouldersAt('layback'), ...hipsAt('release'), ...shouldersAt('release')],
  drawing: [hipsAt('release'), shouldersAt('release')],
  signed: ['trunk came forward by % from layback to release', 'trunk went back by % from layback to release'],
  wrap: 360,
  value: (p, t) => trunkTilt(p, 'release', t) - trunkTilt(p, 'layback', t),
});
