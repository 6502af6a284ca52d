import { ANKLE_HEIGHT_SHARE, bodyHeightPixels, HEIGHT_SOURCE, SCALE_POINTS, take } from '../body-height.ts';
import { OUR_DEFINITION, PERCENT_FROM_0 } from '../figure.ts';
import { hipsAt, sidePose } from '../pose-figure.ts';
import { midpoint } from '../position.ts';

export const kneeLift = sidePose({
  id: 'kneeLift',
  name: 'knee lift',
  definition: 'Height of the front knee above the ground over that of the hips, at the top of the lift.',
  unit: 'ratio',
  bands: PERCENT_FROM_0,
  needs: ['liftTop.frontKnee', ...hipsAt('liftTop'), 'liftTop.backAnkle', ...SCALE_POINTS],
  drawing: ['liftTop.backAnkle', hipsAt('liftTop'), 'liftTop.frontKnee'],
  signed: ['front knee lifted to % of the height of the hips', 'front knee % of the height of the hips below the ground'],
  source: `${OUR_DEFINITION} ${HEIGHT_SOURCE}`,
  value: (p) => {
    const ground = take(p, 'liftTop.backAnkle').y + ANKLE_HEIGHT_SHARE * bodyHeightPixels(p);
    const hips = midpoint(take(p, 'liftTop.frontHip'), take(p, 'liftTop.backHip'));
    return (ground - take(p, 'liftTop.frontKnee').y) / (ground - hips.y);
  },
});
