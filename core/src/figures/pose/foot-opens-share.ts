import { take } from '../body-height.ts';
import { pointAt, type PointsAt } from '../point-at.ts';
import { sidePose } from '../pose-figure.ts';

/** How far along the line the front ankle has come since set. */
const way = (p: PointsAt, event: 'footOpens' | 'contact'): number =>
  take(p, pointAt(event, 'frontAnkle')).x - take(p, 'set.backAnkle').x;

export const footOpensShare = sidePose({
  id: 'footOpensShare',
  name: 'stride done when the foot opens',
  definition: 'Share of the stride that is done when the toes begin to turn to the target.',
  unit: 'ratio',
  bands: { unit: 'percent', limits: [null, 100] },
  needs: ['set.backAnkle', 'footOpens.frontAnkle', 'contact.frontAnkle'],
  drawing: ['set.backAnkle', 'footOpens.frontAnkle'],
  value: (p) => way(p, 'footOpens') / way(p, 'contact'),
});
