import { jointFigure } from '../pose-figure.ts';

export const backKneeLoad = jointFigure(
  {
    id: 'backKneeLoad',
    name: 'smallest back knee',
    definition: 'Included angle of the back knee when it begins to straighten, at its deepest bend; 180 is straight.',
  },
  'driveStart',
  'backHip',
  'backKnee',
  'backAnkle',
);
