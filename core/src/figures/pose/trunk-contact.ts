import { trunkFigure } from '../pose-figure.ts';

export const trunkContact = trunkFigure(
  {
    id: 'trunkContact',
    name: 'trunk at contact',
    definition: 'Middle of the hips to middle of the shoulders from vertical at contact, + to the target.',
    signed: ['trunk % towards the target at landing', 'trunk % back at landing'],
  },
  'contact',
);
