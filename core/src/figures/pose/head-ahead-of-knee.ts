import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const headAheadOfKnee = shareOfHeight(
  {
    id: 'headAheadOfKnee',
    name: 'head ahead of the front knee',
    definition: 'Centre of the head ahead of the front knee at release, along the line, over body height.',
    needs: ['release.head', 'release.frontKnee'],
    drawing: ['release.frontKnee', 'release.head'],
    signed: ['head % ahead of the front knee at release', 'head % behind the front knee at release'],
  },
  (p, t) => t * (take(p, 'release.head').x - take(p, 'release.frontKnee').x),
);
