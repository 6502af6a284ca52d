import { jointFigure } from '../pose-figure.ts';

export const frontKneeContact = jointFigure(
  {
    id: 'frontKneeContact',
    name: 'front knee at contact',
    definition: 'Included angle of the front knee when the foot bears weight; 180 is straight.',
  },
  'contact',
  'frontHip',
  'frontKnee',
  'frontAnkle',
);
