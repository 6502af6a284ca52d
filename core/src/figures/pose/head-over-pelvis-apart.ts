import { headOverPelvis } from '../pose-figure.ts';

export const headOverPelvisApart = headOverPelvis(
  {
    id: 'headOverPelvisApart',
    name: 'head ahead of the hips when the hands part',
    definition: 'Centre of the head ahead of the middle of the hips when the hands part, along the line, over body height.',
    signed: ['head % ahead of the hips when the hands parted', 'head % behind the hips when the hands parted'],
  },
  'handsApart',
);
