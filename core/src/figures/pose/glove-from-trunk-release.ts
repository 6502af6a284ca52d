import { take } from '../body-height.ts';
import { hipsAt, shareOfHeight, shouldersAt } from '../pose-figure.ts';
import { POINTS } from '../point-ids.ts';
import { midpoint, requireApart } from '../position.ts';

export const gloveFromTrunkRelease = shareOfHeight(
  {
    id: 'gloveFromTrunkRelease',
    name: 'glove from the trunk at release',
    definition:
      'Glove wrist from the line through the middles of hips and shoulders at release, square to it, over body height; + in front of it.',
    needs: ['release.gloveWrist', ...hipsAt('release'), ...shouldersAt('release')],
    drawing: [hipsAt('release'), shouldersAt('release'), 'release.gloveWrist'],
    signed: ['glove % in front of the trunk at release', 'glove % behind the trunk at release'],
  },
  (p, t) => {
    const hips = midpoint(take(p, 'release.frontHip'), take(p, 'release.backHip'));
    const shoulders = midpoint(take(p, 'release.throwingShoulder'), take(p, 'release.gloveShoulder'));
    requireApart(hips, POINTS.frontHip, shoulders, POINTS.gloveShoulder);
    const glove = take(p, 'release.gloveWrist');
    const up = { x: shoulders.x - hips.x, y: shoulders.y - hips.y };
    const across = (glove.x - hips.x) * up.y - (glove.y - hips.y) * up.x;
    return (-t * across) / Math.hypot(up.x, up.y);
  },
);
