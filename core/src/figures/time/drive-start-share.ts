import { timeShare } from '../time-figure.ts';

export const driveStartShare = timeShare({
  id: 'driveStartShare',
  name: 'drive starts',
  definition: 'Share of the time from the top of the lift to contact that has gone by when the back knee begins to straighten.',
  from: 'liftTop',
  to: 'contact',
  at: 'driveStart',
});
