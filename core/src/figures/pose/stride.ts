import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const stride = shareOfHeight(
  {
    id: 'stride',
    name: 'stride',
    definition: 'From the back ankle at set to the front ankle at contact, along the line, over body height.',
    needs: ['set.backAnkle', 'contact.frontAnkle'],
  },
  (p, t) => t * (take(p, 'contact.frontAnkle').x - take(p, 'set.backAnkle').x),
);
