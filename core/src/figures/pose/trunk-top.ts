import { trunkFigure } from '../pose-figure.ts';

export const trunkTop = trunkFigure(
  {
    id: 'trunkTop',
    name: 'trunk at the top of the lift',
    definition:
      'Trunk, middle of the hips to middle of the shoulders, from vertical at the top of the lift; + towards the target.',
    signed: ['trunk leaned % to the target at the top', 'trunk leaned % back at the top'],
  },
  'liftTop',
);
