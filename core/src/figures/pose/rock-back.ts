import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const rockBack = shareOfHeight(
  {
    id: 'rockBack',
    name: 'rock-back of the head',
    definition: 'How far the head goes back from set to the top of the lift, along the line, over body height.',
    needs: ['set.head', 'liftTop.headBack'],
    signed: ['head rocked back % before the lift', 'head went % forward before the lift'],
  },
  (p, t) => t * (take(p, 'set.head').x - take(p, 'liftTop.headBack').x),
);
