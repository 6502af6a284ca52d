import { JOINT, OUR_DEFINITION, SIDE_VIEWS, type TrackFigure } from '../figure.ts';

export const layback: TrackFigure = {
  id: 'layback',
  kind: 'track',
  name: 'layback',
  definition:
    'Angle from the forward direction of the trunk over the top to the forearm, furthest back: 90 along the trunk, 180 straight back.',
  views: SIDE_VIEWS,
  unit: 'degrees',
  bands: JOINT,
  points: ['throwingElbow', 'throwingWrist'],
  from: 'contact',
  to: 'release',
  drawing: [],
  signed: null,
  source: OUR_DEFINITION,
};
