import { partsOf, type PointAt, type PointsAt } from './point-at.ts';
import { POINTS } from './point-ids.ts';
import { distance, midpoint, type Position } from './position.ts';

/**
 * Head centre to pelvis centre, thigh and shank as shares of body height, added up: 0.403 + 0.245 + 0.246. Drillis R, Contini R
 * (1966) as tabulated in Winter DA, Biomechanics and Motor Control of Human Movement; the head's centre taken half-way from
 * chin to crown. Values from memory.
 */
export const CHAIN_SHARE = 0.894;
/** Height of the ankle above the ground over body height (the same tables, value from memory). */
export const ANKLE_HEIGHT_SHARE = 0.039;
/** Shoulder to elbow over body height (the same tables, value from memory). */
export const UPPER_ARM_SHARE = 0.186;
export const HEIGHT_SOURCE =
  'Shares of body height: Drillis R, Contini R (1966) as tabulated in Winter DA, Biomechanics and Motor Control of Human Movement, values from memory.';

/** At contact the body lies stretched in the plane of the line: there its height in pixels is read. */
export const SCALE_POINTS: readonly PointAt[] = [
  'contact.head',
  'contact.frontHip',
  'contact.backHip',
  'contact.frontKnee',
  'contact.frontAnkle',
];

/**
 * A point that a figure needs.
 *
 * @throws RangeError naming it where it is missing or not finite
 */
export function take(points: PointsAt, id: PointAt): Position {
  const point = points[id];
  if (!point || !Number.isFinite(point.x) || !Number.isFinite(point.y))
    throw new RangeError(`${id} (${POINTS[partsOf(id)[1]]}) is missing or not finite`);
  return point;
}

/**
 * Body height in pixels, read at front-foot contact from head to pelvis and along the front leg.
 *
 * @throws RangeError naming a missing point
 */
export function bodyHeightPixels(points: PointsAt): number {
  const [head, frontHip, backHip, knee, ankle] = SCALE_POINTS.map((id) => take(points, id)) as [
    Position,
    Position,
    Position,
    Position,
    Position,
  ];
  return (distance(head, midpoint(frontHip, backHip)) + distance(frontHip, knee) + distance(knee, ankle)) / CHAIN_SHARE;
}
