import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const gloveAheadSet = shareOfHeight(
  {
    id: 'gloveAheadSet',
    name: 'hands ahead of the back ankle at set',
    definition: 'Glove wrist ahead of the back ankle at set, along the line, over body height.',
    needs: ['set.gloveWrist', 'set.backAnkle'],
    signed: ['hands % ahead of the back foot at set', 'hands % behind the back foot at set'],
  },
  (p, t) => t * (take(p, 'set.gloveWrist').x - take(p, 'set.backAnkle').x),
);
