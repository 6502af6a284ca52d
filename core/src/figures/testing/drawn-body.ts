import { FOUR_CONES } from '../ground-marks.ts';
import { measurePose } from '../measure-pose.ts';
import type { PoseFigure } from '../figure.ts';
import type { PointsAt } from '../point-at.ts';

/** A body drawn by hand: about 500 px high, target to the right. Its lengths and angles are read off the numbers. */
export const DRAWN: PointsAt = {
  'set.head': { x: 205, y: 60 },
  'set.gloveWrist': { x: 240, y: 180 },
  'set.backHip': { x: 190, y: 300 },
  'liftTop.headBack': { x: 190, y: 62 },
  'contact.headHigh': { x: 300, y: 50 },
  'set.backAnkle': { x: 180, y: 500 },
  'set.frontAnkle': { x: 300, y: 500 },
  'set.throwingShoulder': { x: 150, y: 120 },
  'set.gloveShoulder': { x: 250, y: 120 },
  'liftTop.frontHip': { x: 200, y: 300 },
  'liftTop.frontKnee': { x: 280, y: 290 },
  'liftTop.throwingShoulder': { x: 170, y: 131 },
  'liftTop.gloveShoulder': { x: 230, y: 131 },
  'liftTop.backHip': { x: 220, y: 302 },
  'liftTop.backKnee': { x: 220, y: 402 },
  'liftTop.backAnkle': { x: 180, y: 500 },
  'handsApart.head': { x: 290, y: 80 },
  'handsApart.frontHip': { x: 300, y: 320 },
  'handsApart.backHip': { x: 280, y: 320 },
  'handsApart.frontAnkle': { x: 270, y: 470 },
  'driveStart.backHip': { x: 300, y: 330 },
  'driveStart.backKnee': { x: 260, y: 410 },
  'driveStart.backAnkle': { x: 180, y: 490 },
  'footOpens.frontAnkle': { x: 420, y: 470 },
  'contact.head': { x: 400, y: 100 },
  'contact.frontHip': { x: 410, y: 301.5 },
  'contact.backHip': { x: 390, y: 301.5 },
  'contact.frontKnee': { x: 500, y: 384 },
  'contact.frontAnkle': { x: 580, y: 484 },
  'contact.backKnee': { x: 340, y: 401.5 },
  'contact.throwingElbow': { x: 300, y: 150 },
  'contact.throwingWrist': { x: 270, y: 98.0384757729337 },
  'contact.gloveElbow': { x: 470, y: 140 },
  'contact.glove': { x: 480, y: 160 },
  'contact.throwingShoulder': { x: 360, y: 150 },
  'contact.gloveShoulder': { x: 440, y: 150 },
  'layback.frontHip': { x: 480, y: 300 },
  'layback.backHip': { x: 460, y: 300 },
  'layback.throwingShoulder': { x: 460, y: 180 },
  'layback.gloveShoulder': { x: 480, y: 180 },
  'layback.throwingElbow': { x: 440, y: 150 },
  'layback.throwingWrist': { x: 380, y: 150 },
  'release.head': { x: 620, y: 130 },
  'release.gloveWrist': { x: 620, y: 240 },
  'release.frontHip': { x: 500, y: 300 },
  'release.frontKnee': { x: 560, y: 400 },
  'release.frontAnkle': { x: 560, y: 500 },
  'release.backHip': { x: 480, y: 300 },
  'release.throwingShoulder': { x: 600, y: 180 },
  'release.gloveShoulder': { x: 580, y: 180 },
  'release.ball': { x: 700, y: 200 },
  'release.ballLater': { x: 780, y: 210 },
};

/** Its height in pixels by the chain head, hips, front knee, front ankle: that is 0.894 of a body. */
export const DRAWN_HEIGHT = (201.5 + Math.hypot(90, 82.5) + Math.hypot(80, 100)) / 0.894;

/** A figure of it; `towards` -1: the target is said to be on the other side. */
export const drawn = (figure: PoseFigure, towards: 1 | -1 = 1, lead = 0, points = DRAWN): number =>
  figure.value(points, towards, lead, FOUR_CONES);

/** The same body seen from the other side of the line. */
export const MIRRORED: PointsAt = Object.fromEntries(Object.entries(DRAWN).map(([at, p]) => [at, { x: 1000 - p.x, y: p.y }]));

/** A figure of it as it is measured, each point with an error of 2 px per axis. */
export const measured = (figure: PoseFigure) =>
  measurePose(figure, Object.fromEntries(Object.entries(DRAWN).map(([at, p]) => [at, { ...p, sd: 2 }])), {
    plus: 1,
    ballLead: { value: -0.5, sd: 0.289 },
  }).reading.estimate;

/** Degrees of an angle from its tangent, opposite over adjacent. */
export const atan = (opposite: number, adjacent: number): number => (Math.atan2(opposite, adjacent) * 180) / Math.PI;
