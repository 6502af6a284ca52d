import { OUR_DEFINITION, type GroundFigure } from '../figure.ts';

export const headOffLine: GroundFigure = {
  id: 'headOffLine',
  kind: 'ground',
  name: 'head off the line',
  definition: 'Head from the line at release, to either side.',
  views: ['front', 'rear'],
  unit: 'centimetres',
  bands: { unit: 'centimetres', limits: [0, null] },
  needs: ['release.head'],
  drawing: [],
  signed: null,
  source: OUR_DEFINITION,
};
