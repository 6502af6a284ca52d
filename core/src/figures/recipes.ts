import { propagate } from '../estimate/propagate.ts';
import type { Estimate, Unit } from '../estimate/estimate.ts';
import type { EventId } from '../keyframes/events.ts';
import type { FigureId } from './figure-ids.ts';
import { jointAngle } from './joint-angle.ts';
import { distance, midpoint, requireApart, requirePointSd, toDegrees, type Point } from './point.ts';
import { POINTS, type PointId } from './point-ids.ts';
import { segmentTilt } from './segment-tilt.ts';

/** One point at one key frame, for instance `contact.frontKnee`. */
export type PointAt = `${EventId}.${PointId}`;
export type PointsAt = Readonly<Partial<Record<PointAt, Point>>>;

interface Clip {
  readonly towardsTarget: 1 | -1;
  readonly pointSd: number;
}

/** How a figure is measured in a side view. */
export interface FigureRecipe {
  readonly id: FigureId;
  readonly name: string;
  readonly unit: Unit;
  readonly needs: readonly PointAt[];
  compute(points: PointsAt, clip: Clip): Estimate;
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

const angle = (id: FigureId, name: string, event: EventId, a: PointId, b: PointId, c: PointId): FigureRecipe => ({
  id,
  name,
  unit: 'degrees',
  needs: [`${event}.${a}`, `${event}.${b}`, `${event}.${c}`],
  compute: (p, { pointSd }) =>
    jointAngle({
      proximal: take(p, `${event}.${a}`),
      vertex: take(p, `${event}.${b}`),
      distal: take(p, `${event}.${c}`),
      pointSd,
    }),
});

const tilt = (id: FigureId, name: string, event: EventId, from: PointId, to: PointId, sign: 1 | -1 = 1): FigureRecipe => ({
  id,
  name,
  unit: 'degrees',
  needs: [`${event}.${from}`, `${event}.${to}`],
  compute: (p, clip) => {
    const t = segmentTilt({ from: take(p, `${event}.${from}`), to: take(p, `${event}.${to}`), ...clip });
    return { ...t, value: sign * t.value };
  },
});

/** A figure of several points: the value by `value`, the error by propagation over every coordinate. */
const composed = (
  id: FigureId,
  name: string,
  unit: Unit,
  needs: readonly PointAt[],
  value: (points: PointsAt, towardsTarget: 1 | -1) => number,
): FigureRecipe => {
  const unique = [...new Set(needs)];
  return {
    id,
    name,
    unit,
    needs: unique,
    compute: (p, { towardsTarget, pointSd }) => {
      requirePointSd(pointSd);
      const inputs = unique.flatMap((at) => [take(p, at).x, take(p, at).y]);
      const rebuilt = (xs: readonly number[]): PointsAt =>
        Object.fromEntries(unique.map((at, i) => [at, { x: xs[2 * i]!, y: xs[2 * i + 1]! }]));
      return {
        ...propagate(
          (xs) => value(rebuilt(xs), towardsTarget),
          inputs,
          inputs.map(() => pointSd),
        ),
        unit,
      };
    },
  };
};

const share = (id: FigureId, name: string, needs: readonly PointAt[], pixels: (p: PointsAt, t: 1 | -1) => number): FigureRecipe =>
  composed(id, name, 'heightShare', [...needs, ...SCALE_POINTS], (p, t) => pixels(p, t) / bodyHeightPixels(p));

const trunkTilt = (id: FigureId, name: string, event: EventId): FigureRecipe => ({
  id,
  name,
  unit: 'degrees',
  needs: [`${event}.frontHip`, `${event}.backHip`, `${event}.throwingShoulder`, `${event}.gloveShoulder`],
  compute: (p, { towardsTarget, pointSd }) =>
    segmentTilt({
      from: midpoint(take(p, `${event}.frontHip`), take(p, `${event}.backHip`)),
      to: midpoint(take(p, `${event}.throwingShoulder`), take(p, `${event}.gloveShoulder`)),
      // The middle of two points has half their variance.
      towardsTarget,
      pointSd: requirePointSd(pointSd) / Math.SQRT2,
    }),
});

/** Angle between two directions, + when `a` stands above `b` turned about their common start. */
const between = (from: Point, a: Point, b: Point): number => {
  requireApart(from, 'start', a, 'end');
  return toDegrees(
    Math.atan2(
      Math.abs((a.x - from.x) * (b.y - from.y) - (a.y - from.y) * (b.x - from.x)),
      (a.x - from.x) * (b.x - from.x) + (a.y - from.y) * (b.y - from.y),
    ),
  );
};

const kneeAt = (p: PointsAt, event: 'contact' | 'release'): number =>
  between(take(p, `${event}.frontKnee`), take(p, `${event}.frontHip`), take(p, `${event}.frontAnkle`));

const CONTACT_LEG: readonly PointAt[] = ['contact.frontHip', 'contact.frontKnee', 'contact.frontAnkle'];
const RELEASE_LEG: readonly PointAt[] = ['release.frontHip', 'release.frontKnee', 'release.frontAnkle'];

/** Figures of a side view, in the order of the delivery. Definitions and signs: the notes of the bands in the sheet. */
export const FIGURE_RECIPES: readonly FigureRecipe[] = [
  composed(
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
  composed(
    'footOpensShare',
    'stride done when the foot opens',
    'ratio',
    ['set.backAnkle', 'footOpens.frontAnkle', 'contact.frontAnkle'],
    (p) =>
      (take(p, 'footOpens.frontAnkle').x - take(p, 'set.backAnkle').x) /
      (take(p, 'contact.frontAnkle').x - take(p, 'set.backAnkle').x),
  ),
  composed(
    'legSpread',
    'leg spread',
    'degrees',
    ['contact.frontHip', 'contact.frontKnee', 'contact.backHip', 'contact.backKnee'],
    (p) => {
      const [hip, knee] = [take(p, 'contact.backHip'), take(p, 'contact.backKnee')];
      const front = take(p, 'contact.frontHip');
      return between(front, take(p, 'contact.frontKnee'), { x: front.x + knee.x - hip.x, y: front.y + knee.y - hip.y });
    },
  ),
  share('headDrop', 'head drop', ['set.head', 'contact.head'], (p) => take(p, 'contact.head').y - take(p, 'set.head').y),
  angle('frontKneeContact', 'front knee at contact', 'contact', 'frontHip', 'frontKnee', 'frontAnkle'),
  tilt('frontShinContact', 'front knee behind the ankle', 'contact', 'frontAnkle', 'frontKnee', -1),
  composed('forearmContact', 'forearm up at contact', 'degrees', ['contact.throwingElbow', 'contact.throwingWrist'], (p, t) => {
    const [elbow, wrist] = [take(p, 'contact.throwingElbow'), take(p, 'contact.throwingWrist')];
    requireApart(elbow, 'contact.throwingElbow', wrist, 'contact.throwingWrist');
    return toDegrees(Math.atan2(elbow.y - wrist.y, t * (elbow.x - wrist.x)));
  }),
  trunkTilt('trunkContact', 'trunk at contact', 'contact'),
  share(
    'gloveHeightContact',
    'glove above the shoulders at contact',
    ['contact.glove', 'contact.throwingShoulder', 'contact.gloveShoulder'],
    (p) => midpoint(take(p, 'contact.throwingShoulder'), take(p, 'contact.gloveShoulder')).y - take(p, 'contact.glove').y,
  ),
  composed(
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
    ['release.ball', 'release.frontAnkle'],
    (p, t) => t * (take(p, 'release.ball').x - take(p, 'release.frontAnkle').x),
  ),
];

export const recipeOf = (id: FigureId): FigureRecipe | null => FIGURE_RECIPES.find((r) => r.id === id) ?? null;
