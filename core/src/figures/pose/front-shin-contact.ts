import { tiltFigure } from '../pose-figure.ts';

export const frontShinContact = tiltFigure(
  {
    id: 'frontShinContact',
    name: 'front knee behind the ankle',
    definition: 'Front ankle to front knee from vertical at contact, + when the knee is behind the ankle.',
    signed: ['front knee % behind the ankle at landing', 'front knee % past the ankle at landing'],
  },
  'contact',
  'frontAnkle',
  'frontKnee',
  -1,
);
