import { HEIGHT_SOURCE, take } from '../body-height.ts';
import { OUR_DEFINITION, PERCENT_FROM_0 } from '../figure.ts';
import { sidePose } from '../pose-figure.ts';
import { distance } from '../position.ts';

/** Breadth across the shoulders is 0.259 of height, their joint centres lie 0.226 apart (our own reduction). */
const BREADTH = 0.259;
const JOINTS_APART = 0.226;

export const baseWidth = sidePose({
  id: 'baseWidth',
  name: 'base',
  definition: 'Ankles apart along the line at set, over the breadth of the shoulders.',
  unit: 'ratio',
  bands: PERCENT_FROM_0,
  needs: ['set.frontAnkle', 'set.backAnkle', 'set.throwingShoulder', 'set.gloveShoulder'],
  drawing: ['set.backAnkle', 'set.frontAnkle'],
  signed: ['feet % of the shoulder width apart', 'feet % of the shoulder width crossed'],
  source: `${OUR_DEFINITION} ${HEIGHT_SOURCE}`,
  value: (p) =>
    (Math.abs(take(p, 'set.frontAnkle').x - take(p, 'set.backAnkle').x) * JOINTS_APART) /
    (BREADTH * distance(take(p, 'set.throwingShoulder'), take(p, 'set.gloveShoulder'))),
});
