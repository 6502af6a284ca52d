import { take } from './body-height.ts';
import type { PointAt, PointsAt } from './point-at.ts';
import { toDegrees, type Position } from './position.ts';

/**
 * By how much thigh and shin are bent against each other in a view along the line, in degrees, + where the knee stands out to the glove side of hip and ankle.
 *
 * @param plus which way in x the glove side lies
 * @throws RangeError naming a missing point
 * @example kneeAcross(points, 1, ['release.frontHip', 'release.frontKnee', 'release.frontAnkle']) // 8.1
 */
export function kneeAcross(points: PointsAt, plus: 1 | -1, leg: readonly [hip: PointAt, knee: PointAt, ankle: PointAt]): number {
  const [hip, knee, ankle] = leg.map((at) => take(points, at)) as [Position, Position, Position];
  const out = (from: Position, to: Position): number => Math.atan2(plus * (to.x - from.x), to.y - from.y);
  return toDegrees(out(hip, knee) - out(knee, ankle));
}
