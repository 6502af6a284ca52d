import { OUR_DEFINITION, PERCENT_FROM_0, SIDE_VIEWS, type GroundFigure } from '../figure.ts';

export const kneeLift: GroundFigure = {
  id: 'kneeLift',
  kind: 'ground',
  name: 'knee lift',
  definition: 'Height of the front knee above the ground over that of the hips, at the top of the lift.',
  views: SIDE_VIEWS,
  unit: 'ratio',
  bands: PERCENT_FROM_0,
  needs: ['liftTop.frontKnee', 'liftTop.frontHip', 'liftTop.backHip', 'liftTop.backAnkle'],
  drawing: [],
  signed: null,
  source: OUR_DEFINITION,
};
