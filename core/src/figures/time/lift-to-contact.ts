import { timeFigure } from '../time-figure.ts';

export const liftToContact = timeFigure({
  id: 'liftToContact',
  name: 'top of the lift to contact',
  definition: 'From the top of the lift until the front foot bears weight.',
  from: 'liftTop',
  to: 'contact',
});
