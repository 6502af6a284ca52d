import { OUR_DEFINITION, PERCENT_FROM_0, SIDE_VIEWS, type TrackFigure } from '../figure.ts';

export const headRise: TrackFigure = {
  id: 'headRise',
  kind: 'track',
  name: 'head rise',
  definition: 'How far the head rises above where it was at set until contact, over body height.',
  views: SIDE_VIEWS,
  unit: 'heightShare',
  bands: PERCENT_FROM_0,
  points: ['head'],
  from: 'set',
  to: 'contact',
  drawing: [],
  signed: null,
  source: OUR_DEFINITION,
};
