import { OUR_DEFINITION, PERCENT_FROM_0, SIDE_VIEWS, type TrackFigure } from '../figure.ts';

export const rockBack: TrackFigure = {
  id: 'rockBack',
  kind: 'track',
  name: 'rock-back of the head',
  definition: 'How far the head goes back from set to the top of the lift, along the line, over body height.',
  views: SIDE_VIEWS,
  unit: 'heightShare',
  bands: PERCENT_FROM_0,
  points: ['head'],
  from: 'set',
  to: 'liftTop',
  drawing: [],
  signed: null,
  source: OUR_DEFINITION,
};
