import type { Unit } from '../estimate/estimate.ts';
import type { EventId } from '../keyframes/events.ts';
import type { FigureId } from './figure-ids.ts';
import { jointAngle } from './joint-angle.ts';
import { distance, midpoint, requireApart, toDegrees, type Point } from './point.ts';
import { POINTS, type PointId } from './point-ids.ts';
import { segmentTilt } from './segment-tilt.ts';

/** One point at one key frame, for instance `contact.frontKnee`. */
export type PointAt = `${EventId}.${PointId}`;
export type PointsAt = Readonly<Partial<Record<PointAt, Point>>>;

/** How a figure is measured in a side view. Its error is the business of `measureFigure`, the same for all. */
export interface FigureRecipe {
  readonly id: FigureId;
  readonly name: string;
  readonly unit: Unit;
  readonly needs: readonly PointAt[];
  /** The period of an angle that goes all the way round, in degrees; null for every other figure. */
  readonly wrap: number | null;
  /** True when it also needs where between two frames the ball left the hand: see `ballLead`. */
  readonly needsBallLead: boolean;
  /**
   * @param towardsTarget which way in x the target lies
   * @param ballLead how far from `ball` to `ballLater` the ball was let go; 0 where that is not asked
   * @throws RangeError naming a missing, non-finite or coinciding point
   */
  value(points: PointsAt, towardsTarget: 1 | -1, ballLead: number): number;
}

/**
 * Head centre to pelvis centre, thigh and shank as shares of body height, added up: 0.403 + 0.245 + 0.246. Drillis R, Contini R
 * (1966) as tabulated in Winter DA, Biomechanics and Motor Control of Human Movement; the head's centre taken half-way from
 * chin to crown. Values from memory.
 */
const CHAIN_SHARE = 0.894;

/** At contact the body lies stretched in the plane of the line: there its height in pixels is read. */
const SCALE_POINTS: readonly PointAt[] = [
  'contact.head',
  'contact.frontHip',
  'contact.backHip',
  'contact.frontKnee',
  'contact.frontAnkle',
];

const take = (points: PointsAt, id: PointAt): Point => {
  const point = points[id];
  if (!point || !Number.isFinite(point.x) || !Number.isFinite(point.y)) {
    const [, name] = id.split('.') as [EventId, PointId];
    throw new RangeError(`${id} (${POINTS[name]}) is missing or not finite`);
  }
  return point;
};

/**
 * Body height in pixels, read at front-foot contact from head to pelvis and along the front leg.
 *
 * @throws RangeError naming a missing point
 */
export function bodyHeightPixels(points: PointsAt): number {
  const [head, frontHip, backHip, knee, ankle] = SCALE_POINTS.map((id) => take(points, id)) as [
    Point,
    Point,
    Point,
    Point,
    Point,
  ];
  return (distance(head, midpoint(frontHip, backHip)) + distance(frontHip, knee) + distance(knee, ankle)) / CHAIN_SHARE;
}

const recipe = (
  id: FigureId,
  name: string,
  unit: Unit,
  needs: readonly PointAt[],
  value: FigureRecipe['value'],
  more: Partial<Pick<FigureRecipe, 'wrap' | 'needsBallLead'>> = {},
): FigureRecipe => ({ id, name, unit, needs: [...new Set(needs)], value, wrap: null, needsBallLead: false, ...more });

const share = (id: FigureId, name: string, needs: readonly PointAt[], pixels: FigureRecipe['value']): FigureRecipe =>
  recipe(id, name, 'heightShare', [...needs, ...SCALE_POINTS], (p, t, lead) => pixels(p, t, lead) / bodyHeightPixels(p), {
    needsBallLead: needs.some((n) => n.endsWith('.ballLater')),
  });

const angle = (id: FigureId, name: string, event: EventId, a: PointId, vertex: PointId, b: PointId): FigureRecipe =>
  recipe(id, name, 'degrees', [`${event}.${a}`, `${event}.${vertex}`, `${event}.${b}`], (p) =>
    jointAngle(take(p, `${event}.${a}`), take(p, `${event}.${vertex}`), take(p, `${event}.${b}`), [POINTS[a], POINTS[b]]),
  );

const tilt = (id: FigureId, name: string, event: EventId, from: PointId, to: PointId, sign: 1 | -1 = 1): FigureRecipe =>
  recipe(
    id,
    name,
    'degrees',
    [`${event}.${from}`, `${event}.${to}`],
    (p, t) => sign * segmentTilt(take(p, `${event}.${from}`), take(p, `${event}.${to}`), t),
    { wrap: 360 },
  );

const trunkTilt = (id: FigureId, name: string, event: EventId): FigureRecipe =>
  recipe(
    id,
    name,
    'degrees',
    [`${event}.frontHip`, `${event}.backHip`, `${event}.throwingShoulder`, `${event}.gloveShoulder`],
    (p, t) =>
      segmentTilt(
        midpoint(take(p, `${event}.frontHip`), take(p, `${event}.backHip`)),
        midpoint(take(p, `${event}.throwingShoulder`), take(p, `${event}.gloveShoulder`)),
        t,
      ),
    { wrap: 360 },
  );

const kneeAt = (p: PointsAt, event: 'contact' | 'release'): number =>
  jointAngle(take(p, `${event}.frontHip`), take(p, `${event}.frontKnee`), take(p, `${event}.frontAnkle`), [
    POINTS.frontHip,
    POINTS.frontAnkle,
  ]);

const CONTACT_LEG: readonly PointAt[] = ['contact.frontHip', 'contact.frontKnee', 'contact.frontAnkle'];
const RELEASE_LEG: readonly PointAt[] = ['release.frontHip', 'release.frontKnee', 'release.frontAnkle'];
/**
 * Where the forearm's angle wraps: pointing down and to the target, where no forearm is at contact. 0 is level and back, 90 straight up, 180
 * level to the target, -90 straight down.
 */
const FOREARM_WRAPS_AT = -135;

/** Figures of a side view, in the order of the delivery. Definitions and signs: the notes of the bands in the sheet. */
export const FIGURE_RECIPES: readonly FigureRecipe[] = [
  recipe(
    'baseWidth',
    'base',
    'ratio',
    ['set.frontAnkle', 'set.backAnkle', 'set.throwingShoulder', 'set.gloveShoulder'],
    (p) =>
      // Breadth across the shoulders is 0.259 of height, the joint centres 0.226 apart (our own reduction).
      (Math.abs(take(p, 'set.frontAnkle').x - take(p, 'set.backAnkle').x) * 0.226) /
      (0.259 * distance(take(p, 'set.throwingShoulder'), take(p, 'set.gloveShoulder'))),
  ),
  angle('backKneeTop', 'back knee at the top', 'liftTop', 'backHip', 'backKnee', 'backAnkle'),
  share(
    'pelvisAhead',
    'hips ahead of the back ankle at the top',
    ['liftTop.frontHip', 'liftTop.backHip', 'liftTop.backAnkle'],
    (p, t) => t * (midpoint(take(p, 'liftTop.frontHip'), take(p, 'liftTop.backHip')).x - take(p, 'liftTop.backAnkle').x),
  ),
  angle('backKneeLoad', 'smallest back knee', 'driveStart', 'backHip', 'backKnee', 'backAnkle'),
  tilt('backShinDrive', 'back shin at the drive', 'driveStart', 'backAnkle', 'backKnee'),
  share(
    'stride',
    'stride',
    ['set.backAnkle', 'contact.frontAnkle'],
    (p, t) => t * (take(p, 'contact.frontAnkle').x - take(p, 'set.backAnkle').x),
  ),
  recipe(
    'footOpensShare',
    'stride done when the foot opens',
    'ratio',
    ['set.backAnkle', 'footOpens.frontAnkle', 'contact.frontAnkle'],
    (p) =>
      (take(p, 'footOpens.frontAnkle').x - take(p, 'set.backAnkle').x) /
      (take(p, 'contact.frontAnkle').x - take(p, 'set.backAnkle').x),
  ),
  recipe(
    'legSpread',
    'leg spread',
    'degrees',
    ['contact.frontHip', 'contact.frontKnee', 'contact.backHip', 'contact.backKnee'],
    (p) => {
      const [hip, knee] = [take(p, 'contact.backHip'), take(p, 'contact.backKnee')];
      const front = take(p, 'contact.frontHip');
      const moved = { x: front.x + knee.x - hip.x, y: front.y + knee.y - hip.y };
      return jointAngle(take(p, 'contact.frontKnee'), front, moved, [POINTS.frontKnee, POINTS.backKnee]);
    },
  ),
  share('headDrop', 'head drop', ['set.head', 'contact.head'], (p) => take(p, 'contact.head').y - take(p, 'set.head').y),
  angle('frontKneeContact', 'front knee at contact', 'contact', 'frontHip', 'frontKnee', 'frontAnkle'),
  tilt('frontShinContact', 'front knee behind the ankle', 'contact', 'frontAnkle', 'frontKnee', -1),
  recipe(
    'forearmContact',
    'forearm up at contact',
    'degrees',
    ['contact.throwingElbow', 'contact.throwingWrist'],
    (p, t) => {
      const [elbow, wrist] = [take(p, 'contact.throwingElbow'), take(p, 'contact.throwingWrist')];
      requireApart(elbow, POINTS.throwingElbow, wrist, POINTS.throwingWrist);
      const degrees = toDegrees(Math.atan2(elbow.y - wrist.y, t * (elbow.x - wrist.x)));
      return degrees < FOREARM_WRAPS_AT ? degrees + 360 : degrees;
    },
    { wrap: 360 },
  ),
  trunkTilt('trunkContact', 'trunk at contact', 'contact'),
  share(
    'gloveHeightContact',
    'glove above the shoulders at contact',
    ['contact.glove', 'contact.throwingShoulder', 'contact.gloveShoulder'],
    (p) => midpoint(take(p, 'contact.throwingShoulder'), take(p, 'contact.gloveShoulder')).y - take(p, 'contact.glove').y,
  ),
  recipe(
    'frontKneeChange',
    'front knee, contact to release',
    'degrees',
    [...CONTACT_LEG, ...RELEASE_LEG],
    (p) => kneeAt(p, 'release') - kneeAt(p, 'contact'),
  ),
  angle('frontKneeRelease', 'front knee at release', 'release', 'frontHip', 'frontKnee', 'frontAnkle'),
  trunkTilt('trunkRelease', 'trunk at release', 'release'),
  tilt('hipToShoulderRelease', 'back hip to throwing shoulder', 'release', 'backHip', 'throwingShoulder'),
  share(
    'ballAheadRelease',
    'ball ahead of the front ankle',
    ['release.ball', 'release.ballLater', 'release.frontAnkle'],
    (p, t, lead) => {
      // The first frame without the ball in the hand is late: the ball is led back along its path to where it was let go.
      const [ball, later] = [take(p, 'release.ball'), take(p, 'release.ballLater')];
      return t * (ball.x + lead * (later.x - ball.x) - take(p, 'release.frontAnkle').x);
    },
  ),
];

export const recipeOf = (id: FigureId): FigureRecipe | null => FIGURE_RECIPES.find((r) => r.id === id) ?? null;
