import { FOUR_CONES } from '../ground-marks.ts';
import type { PoseFigure } from '../figure.ts';
import type { PointsAt } from '../point-at.ts';

/**
 * A right-hander drawn from the front: his glove side lies to the right. The ground is drawn so that a metre across is 200 px and a metre to the target 50 px down,
 * with the middle of the rubber at (500, 400); no perspective.
 */
export const DRAWN_FRONT: PointsAt = {
  'set.coneRubberThrowing': { x: 350, y: 400 },
  'set.coneRubberGlove': { x: 650, y: 400 },
  'set.coneAheadThrowing': { x: 350, y: 490 },
  'set.coneAheadGlove': { x: 650, y: 490 },
  // Along the rubber: 20 cm from heel to toe, to the throwing side.
  'set.backHeel': { x: 510, y: 407.5 },
  'set.backToe': { x: 470, y: 407.5 },
  'contact.frontHeel': { x: 480, y: 460 },
  'contact.frontToe': { x: 500, y: 468 },
  'contact.frontHip': { x: 520, y: 300 },
  'contact.backHip': { x: 500, y: 300 },
  'contact.throwingShoulder': { x: 504, y: 180 },
  'contact.gloveShoulder': { x: 504, y: 180 },
  'release.frontHip': { x: 540, y: 310 },
  'release.backHip': { x: 500, y: 310 },
  'release.throwingShoulder': { x: 500, y: 200 },
  'release.gloveShoulder': { x: 580, y: 200 },
  'release.throwingElbow': { x: 460, y: 160 },
  'release.frontKnee': { x: 540, y: 380 },
  'release.frontAnkle': { x: 530, y: 450 },
  'release.head': { x: 530, y: 150 },
  'driveStart.backHip': { x: 500, y: 320 },
  'driveStart.backKnee': { x: 480, y: 400 },
  'driveStart.backAnkle': { x: 500, y: 480 },
  'backFootOff.backToe': { x: 488, y: 420 },
};

/** The same seen from behind, or a left-hander from the front: what lay to the right lies to the left. */
export const MIRRORED_FRONT: PointsAt = Object.fromEntries(
  Object.entries(DRAWN_FRONT).map(([at, p]) => [at, { x: 1000 - p.x, y: p.y }]),
);

export const drawnFront = (figure: PoseFigure, points: PointsAt = DRAWN_FRONT, plus: 1 | -1 = 1): number =>
  figure.value(points, plus, 0, FOUR_CONES);
