import { take } from '../body-height.ts';
import { hipsAt, shareOfHeight } from '../pose-figure.ts';
import { midpoint } from '../position.ts';

export const pelvisAhead = shareOfHeight(
  {
    id: 'pelvisAhead',
    name: 'hips ahead of the back ankle at the top',
    definition: 'Middle of the hips ahead of the back ankle at the top of the lift, along the line, over body height.',
    needs: [...hipsAt('liftTop'), 'liftTop.backAnkle'],
    drawing: ['liftTop.backAnkle', hipsAt('liftTop')],
    signed: ['hips % ahead of the back ankle at the top', 'hips % behind the back ankle at the top'],
  },
  (p, t) => t * (midpoint(take(p, 'liftTop.frontHip'), take(p, 'liftTop.backHip')).x - take(p, 'liftTop.backAnkle').x),
);
