import { take } from '../body-height.ts';
import { shareOfHeight, shouldersAt } from '../pose-figure.ts';
import { midpoint } from '../position.ts';

export const gloveHeightRelease = shareOfHeight(
  {
    id: 'gloveHeightRelease',
    name: 'glove height at release',
    definition: 'Glove wrist above the middle of the shoulders at release, over body height.',
    needs: ['release.gloveWrist', ...shouldersAt('release')],
    drawing: [shouldersAt('release'), 'release.gloveWrist'],
    signed: ['glove % above the shoulders at release', 'glove % below the shoulders at release'],
  },
  (p) => midpoint(take(p, 'release.throwingShoulder'), take(p, 'release.gloveShoulder')).y - take(p, 'release.gloveWrist').y,
);
