import { bodyHeightPixels, HEIGHT_SOURCE, SCALE_POINTS, take, UPPER_ARM_SHARE } from '../body-height.ts';
import { OUR_DEFINITION } from '../figure.ts';
import { hipsAt, shouldersAt, sidePose, trunkTilt } from '../pose-figure.ts';
import { toDegrees } from '../position.ts';

const [ELBOW, SHOULDER] = ['contact.throwingElbow', 'contact.throwingShoulder'] as const;

/**
 * How far the elbow stands above the throwing shoulder, along the trunk, over the length of the upper arm. The arm points out of the picture as often as along it, so
 * its length is taken from the body's height, not from the picture.
 */
export const elbowLineContact = sidePose({
  id: 'elbowLineContact',
  name: 'elbow to shoulder line at contact',
  definition: 'Throwing elbow above the line through both shoulders at contact, from the throwing shoulder; 0 is in line.',
  unit: 'degrees',
  bands: { unit: 'degrees', limits: [-90, 90] },
  needs: [ELBOW, ...shouldersAt('contact'), ...hipsAt('contact'), ...SCALE_POINTS],
  drawing: ['contact.gloveShoulder', SHOULDER, ELBOW],
  signed: ['elbow % above the line of the shoulders at landing', 'elbow % below the line of the shoulders at landing'],
  source: `${OUR_DEFINITION} ${HEIGHT_SOURCE}`,
  value: (p, t) => {
    const lean = (trunkTilt(p, 'contact', t) * Math.PI) / 180;
    const [from, to] = [take(p, SHOULDER), take(p, ELBOW)];
    const above = t * (to.x - from.x) * Math.sin(lean) + (from.y - to.y) * Math.cos(lean);
    return toDegrees(Math.asin(Math.max(-1, Math.min(1, above / (UPPER_ARM_SHARE * bodyHeightPixels(p))))));
  },
});
