import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const headDrop = shareOfHeight(
  {
    id: 'headDrop',
    name: 'head drop',
    definition: 'How far the head has come down from set to contact, over body height.',
    needs: ['set.head', 'contact.head'],
    signed: ['head dropped %', 'head rose %'],
  },
  (p) => take(p, 'contact.head').y - take(p, 'set.head').y,
);
