import { ANGLE, OUR_DEFINITION, type GroundFigure } from '../figure.ts';

export const separation: GroundFigure = {
  id: 'separation',
  kind: 'ground',
  name: 'hips ahead of the shoulders',
  definition: 'How far the hips have turned to the target beyond the shoulders at contact.',
  views: ['openSide', 'front'],
  unit: 'degrees',
  bands: ANGLE,
  needs: ['contact.frontHip', 'contact.backHip', 'contact.throwingShoulder', 'contact.gloveShoulder'],
  drawing: [],
  signed: null,
  source: OUR_DEFINITION,
};
