import { headOverPelvis } from '../pose-figure.ts';

export const headOverPelvisContact = headOverPelvis(
  {
    id: 'headOverPelvisContact',
    name: 'head ahead of the hips at contact',
    definition: 'Centre of the head ahead of the middle of the hips at contact, along the line, over body height.',
    signed: ['head % ahead of the hips at landing', 'head % behind the hips at landing'],
  },
  'contact',
);
