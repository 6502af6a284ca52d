import { JOINT } from '../figure.ts';
import { hipsAt, shouldersAt, sidePose, tiltBetween, trunkTilt } from '../pose-figure.ts';

export const layback = sidePose({
  id: 'layback',
  name: 'layback',
  definition:
    'Angle from the forward direction of the trunk over the top to the forearm, furthest back: 90 along the trunk, 180 straight back.',
  unit: 'degrees',
  bands: JOINT,
  needs: ['layback.throwingElbow', 'layback.throwingWrist', ...hipsAt('layback'), ...shouldersAt('layback')],
  drawing: [hipsAt('layback'), shouldersAt('layback'), 'layback.throwingElbow', 'layback.throwingWrist'],
  signed: ['arm laid back %', 'arm laid back %'],
  wrap: 360,
  // The forearm seldom hangs below the trunk's own front: from there on the angle goes round the other way.
  value: (p, t) => {
    const back = trunkTilt(p, 'layback', t) - tiltBetween(p, 'layback.throwingElbow', 'layback.throwingWrist', t);
    return ((((90 + back + 90) % 360) + 360) % 360) - 90;
  },
});
