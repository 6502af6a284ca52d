import { take } from '../body-height.ts';
import { JOINT } from '../figure.ts';
import { jointAngle } from '../joint-angle.ts';
import { POINTS } from '../point-ids.ts';
import { sidePose } from '../pose-figure.ts';

export const legSpread = sidePose({
  id: 'legSpread',
  name: 'leg spread',
  definition: 'Angle between the two thighs, hip to knee, at contact.',
  unit: 'degrees',
  bands: JOINT,
  needs: ['contact.frontHip', 'contact.frontKnee', 'contact.backHip', 'contact.backKnee'],
  drawing: ['contact.frontKnee', 'contact.frontHip', 'contact.backHip', 'contact.backKnee'],
  value: (p) => {
    const [hip, knee] = [take(p, 'contact.backHip'), take(p, 'contact.backKnee')];
    const front = take(p, 'contact.frontHip');
    const moved = { x: front.x + knee.x - hip.x, y: front.y + knee.y - hip.y };
    return jointAngle(take(p, 'contact.frontKnee'), front, moved, [POINTS.frontKnee, POINTS.backKnee]);
  },
});
