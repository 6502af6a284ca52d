import { timeFigure } from '../time-figure.ts';

export const contactToRelease = timeFigure({
  id: 'contactToRelease',
  name: 'contact to release',
  definition: 'From when the front foot bears weight until the ball is out of the hand.',
  from: 'contact',
  to: 'release',
});
