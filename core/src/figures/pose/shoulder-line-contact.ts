import { take } from '../body-height.ts';
import { ANGLE } from '../figure.ts';
import { POINTS } from '../point-ids.ts';
import { sidePose } from '../pose-figure.ts';
import { requireApart, toDegrees } from '../position.ts';

export const shoulderLineContact = sidePose({
  id: 'shoulderLineContact',
  name: 'shoulder line at contact',
  definition: 'Line from the throwing to the glove shoulder at contact, from level; + with the glove shoulder higher.',
  unit: 'degrees',
  bands: ANGLE,
  needs: ['contact.throwingShoulder', 'contact.gloveShoulder'],
  signed: ['front shoulder % up at landing', 'front shoulder % down at landing'],
  wrap: 360,
  value: (p, t) => {
    const [back, front] = [take(p, 'contact.throwingShoulder'), take(p, 'contact.gloveShoulder')];
    requireApart(back, POINTS.throwingShoulder, front, POINTS.gloveShoulder);
    return toDegrees(Math.atan2(back.y - front.y, t * (front.x - back.x)));
  },
});
