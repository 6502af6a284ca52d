import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const backHipAhead = shareOfHeight(
  {
    id: 'backHipAhead',
    name: 'back hip out from the rubber',
    definition: 'Back hip ahead of where the back ankle stood at set, when the hands part, along the line, over body height.',
    needs: ['set.backAnkle', 'handsApart.backHip'],
    signed: ['back hip % out from the rubber when the hands parted', 'back hip % behind the rubber when the hands parted'],
  },
  (p, t) => t * (take(p, 'handsApart.backHip').x - take(p, 'set.backAnkle').x),
);
