import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const gloveDrop = shareOfHeight(
  {
    id: 'gloveDrop',
    name: 'glove drop before landing',
    definition:
      'How far the glove wrist has come down at contact from where it was highest after the hands parted, over body height.',
    needs: ['contact.gloveHigh', 'contact.gloveWrist'],
    signed: ['glove came down by % before landing', 'glove went up by % before landing'],
  },
  (p) => take(p, 'contact.gloveWrist').y - take(p, 'contact.gloveHigh').y,
);
