import { ANGLE, OUR_DEFINITION, type GroundFigure } from '../figure.ts';

export const elbowLineContact: GroundFigure = {
  id: 'elbowLineContact',
  kind: 'ground',
  name: 'elbow to shoulder line',
  definition: 'Throwing elbow above the line through both shoulders at contact; 0 is in line.',
  views: ['openSide', 'front'],
  unit: 'degrees',
  bands: ANGLE,
  needs: ['contact.throwingElbow', 'contact.throwingShoulder', 'contact.gloveShoulder'],
  drawing: [],
  signed: null,
  source: OUR_DEFINITION,
};
