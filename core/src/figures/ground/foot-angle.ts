import { ANGLE, OUR_DEFINITION, type GroundFigure } from '../figure.ts';

export const footAngle: GroundFigure = {
  id: 'footAngle',
  kind: 'ground',
  name: 'foot angle at contact',
  definition: 'Heel to toe of the front foot from the line at contact, + to the glove side.',
  views: ['front', 'openSide'],
  unit: 'degrees',
  bands: ANGLE,
  needs: ['contact.frontHeel', 'contact.frontToe'],
  drawing: [],
  signed: null,
  source: OUR_DEFINITION,
};
