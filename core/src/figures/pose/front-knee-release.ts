import { jointFigure } from '../pose-figure.ts';

export const frontKneeRelease = jointFigure(
  {
    id: 'frontKneeRelease',
    name: 'front knee at release',
    definition: 'Included angle of the front knee at release; 180 is straight.',
  },
  'release',
  'frontHip',
  'frontKnee',
  'frontAnkle',
);
