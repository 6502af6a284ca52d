import { jointFigure } from '../pose-figure.ts';

export const backKneeTop = jointFigure(
  {
    id: 'backKneeTop',
    name: 'back knee at the top',
    definition: 'Included angle of the back knee at the top of the lift; 180 is straight.',
  },
  'liftTop',
  'backHip',
  'backKnee',
  'backAnkle',
);
