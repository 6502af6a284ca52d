import { take } from '../body-height.ts';
import { JOINT } from '../figure.ts';
import { hipsAt, shouldersAt, sidePose, trunkTilt } from '../pose-figure.ts';
import { segmentTilt } from '../segment-tilt.ts';

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
    const forearm = segmentTilt(take(p, 'layback.throwingElbow'), take(p, 'layback.throwingWrist'), t);
    const back = trunkTilt(p, 'layback', t) - forearm;
    return ((((90 + back + 90) % 360) + 360) % 360) - 90;
  },
});
