import { timeFigure } from '../time-figure.ts';

export const timeUntilBack = timeFigure({
  id: 'timeUntilBack',
  name: 'time until the body is back',
  definition: 'From set until the head that went back is over its place at set again; a head that does not go back has none.',
  from: 'set',
  to: 'bodyBack',
});
