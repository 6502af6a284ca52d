import { SIGNED_TIME, timeFigure } from '../time-figure.ts';

export const backFootAfterRelease = timeFigure({
  id: 'backFootAfterRelease',
  name: 'back foot off after release',
  definition: 'Time from the release to the toe of the back foot losing the ground; - when the foot leaves first.',
  from: 'release',
  to: 'backFootOff',
  bands: SIGNED_TIME,
  signed: ['back foot left the ground % after release', 'back foot left the ground % before release'],
});
