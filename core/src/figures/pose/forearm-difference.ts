import { ANGLE } from '../figure.ts';
import { take } from '../body-height.ts';
import { sidePose } from '../pose-figure.ts';
import { toDegrees } from '../position.ts';
import type { PointAt, PointsAt } from '../point-at.ts';

const NEEDS = ['contact.throwingElbow', 'contact.throwingWrist', 'contact.gloveElbow', 'contact.gloveWrist'] as const;

/** How far a forearm stands above level, whichever way it points. */
function above(p: PointsAt, elbow: PointAt, wrist: PointAt): number {
  const [from, to] = [take(p, elbow), take(p, wrist)];
  if (from.x === to.x && from.y === to.y) throw new RangeError(`${elbow} coincides with ${wrist}`);
  return toDegrees(Math.atan2(from.y - to.y, Math.abs(to.x - from.x)));
}

export const forearmDifference = sidePose({
  id: 'forearmDifference',
  name: 'throwing against glove forearm',
  definition: 'How much higher above level the throwing forearm points than the glove one, at contact.',
  unit: 'degrees',
  bands: ANGLE,
  needs: NEEDS,
  drawing: ['contact.throwingWrist', 'contact.throwingElbow', 'contact.gloveElbow', 'contact.gloveWrist'],
  signed: ['throwing forearm % higher than the glove one at landing', 'throwing forearm % lower than the glove one at landing'],
  value: (p) => above(p, NEEDS[0], NEEDS[1]) - above(p, NEEDS[2], NEEDS[3]),
});
