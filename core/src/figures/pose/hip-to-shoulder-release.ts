import { tiltFigure } from '../pose-figure.ts';

export const hipToShoulderRelease = tiltFigure(
  {
    id: 'hipToShoulderRelease',
    name: 'back hip to throwing shoulder',
    definition: 'Back hip to throwing shoulder from vertical at release, + to the target.',
  },
  'release',
  'backHip',
  'throwingShoulder',
);
