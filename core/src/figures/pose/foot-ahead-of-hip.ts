import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const footAheadOfHip = shareOfHeight(
  {
    id: 'footAheadOfHip',
    name: 'front foot ahead of the front hip',
    definition:
      'Front ankle ahead of the front hip when the hands part, along the line, over body height; - while the hip leads.',
    needs: ['handsApart.frontHip', 'handsApart.frontAnkle'],
    signed: ['front foot % ahead of the hip when the hands parted', 'front foot % behind the hip when the hands parted'],
  },
  (p, t) => t * (take(p, 'handsApart.frontAnkle').x - take(p, 'handsApart.frontHip').x),
);
