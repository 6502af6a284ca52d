import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const elbowHeightDifference = shareOfHeight(
  {
    id: 'elbowHeightDifference',
    name: 'throwing elbow above the glove elbow',
    definition: 'Throwing elbow above the glove elbow at contact, over body height; 0 is level.',
    needs: ['contact.throwingElbow', 'contact.gloveElbow'],
    signed: ['throwing elbow % above the glove elbow at landing', 'throwing elbow % below the glove elbow at landing'],
  },
  (p) => take(p, 'contact.gloveElbow').y - take(p, 'contact.throwingElbow').y,
);
