import { SIGNED_TIME, timeFigure } from '../time-figure.ts';

export const shouldersAfterContact = timeFigure({
  id: 'shouldersAfterContact',
  name: 'shoulders turn after contact',
  definition: 'Time from the foot bearing weight to the chest coming round; - when the chest turns first.',
  from: 'contact',
  to: 'shouldersTurn',
  bands: SIGNED_TIME,
  signed: ['shoulders began to turn % after landing', 'shoulders began to turn % before landing'],
});
