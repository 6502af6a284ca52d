import { SIGNED_TIME, timeFigure } from '../time-figure.ts';

export const handsAfterKnee = timeFigure({
  id: 'handsAfterKnee',
  name: 'hands apart after the knee starts down',
  definition: 'Time from the knee starting down to the hands parting; - when the hands part first.',
  from: 'kneeDown',
  to: 'handsApart',
  bands: SIGNED_TIME,
  signed: ['hands parted % after the knee started down', 'hands parted % before the knee started down'],
});
