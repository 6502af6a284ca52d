import { take } from '../body-height.ts';
import { ANGLE } from '../figure.ts';
import { POINTS } from '../point-ids.ts';
import { sidePose } from '../pose-figure.ts';
import { requireApart, toDegrees } from '../position.ts';

/**
 * Where the forearm's angle wraps: pointing down and to the target, where no forearm is at contact. 0 is level and back, 90 straight up, 180
 * level to the target, -90 straight down.
 */
const WRAPS_AT = -135;

export const forearmContact = sidePose({
  id: 'forearmContact',
  name: 'forearm up at contact',
  definition: 'Throwing forearm above level at contact: 0 is level and back, 90 straight up.',
  unit: 'degrees',
  bands: ANGLE,
  needs: ['contact.throwingElbow', 'contact.throwingWrist'],
  signed: ['forearm % up at landing', 'forearm % below level at landing'],
  wrap: 360,
  value: (p, t) => {
    const [elbow, wrist] = [take(p, 'contact.throwingElbow'), take(p, 'contact.throwingWrist')];
    requireApart(elbow, POINTS.throwingElbow, wrist, POINTS.throwingWrist);
    const degrees = toDegrees(Math.atan2(elbow.y - wrist.y, t * (elbow.x - wrist.x)));
    return degrees < WRAPS_AT ? degrees + 360 : degrees;
  },
});
