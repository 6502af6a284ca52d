import { timeFigure } from '../time-figure.ts';

export const timeToPlate = timeFigure({
  id: 'timeToPlate',
  name: 'time to the plate',
  definition: 'From the first move to the ball in the glove of the catcher.',
  from: 'firstMove',
  to: 'gloved',
});
