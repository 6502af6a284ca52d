import { trunkFigure } from '../pose-figure.ts';

export const trunkRelease = trunkFigure(
  {
    id: 'trunkRelease',
    name: 'trunk at release',
    definition: 'Middle of the hips to middle of the shoulders from vertical at release, + to the target.',
    signed: ['trunk % forward at release', 'trunk % back at release'],
  },
  'release',
);
