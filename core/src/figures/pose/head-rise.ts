import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const headRise = shareOfHeight(
  {
    id: 'headRise',
    name: 'head rise',
    definition: 'How far the head rises above where it was at set until contact, over body height.',
    needs: ['set.head', 'contact.headHigh'],
    signed: ['head rose %', 'head never came above where it started, by %'],
  },
  (p) => take(p, 'set.head').y - take(p, 'contact.headHigh').y,
);
