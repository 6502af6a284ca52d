import { take } from '../body-height.ts';
import { shareOfHeight, shouldersAt } from '../pose-figure.ts';
import { midpoint } from '../position.ts';

export const gloveHeightContact = shareOfHeight(
  {
    id: 'gloveHeightContact',
    name: 'glove above the shoulders at contact',
    definition: 'Glove above the middle of the shoulders at contact, over body height.',
    needs: ['contact.glove', ...shouldersAt('contact')],
    drawing: [shouldersAt('contact'), 'contact.glove'],
    signed: ['glove % above the shoulders at landing', 'glove % below the shoulders at landing'],
  },
  (p) => midpoint(take(p, 'contact.throwingShoulder'), take(p, 'contact.gloveShoulder')).y - take(p, 'contact.glove').y,
);
