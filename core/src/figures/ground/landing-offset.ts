import { OUR_DEFINITION, type GroundFigure } from '../figure.ts';

export const landingOffset: GroundFigure = {
  id: 'landingOffset',
  kind: 'ground',
  name: 'landing offset',
  definition: 'Front ankle at contact from the line through the back ankle at set, + to the glove side.',
  views: ['front', 'rear'],
  unit: 'centimetres',
  bands: { unit: 'centimetres', limits: [null, null] },
  needs: ['set.backAnkle', 'contact.frontAnkle'],
  drawing: [],
  signed: null,
  source: OUR_DEFINITION,
};
