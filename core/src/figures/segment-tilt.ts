import type { Estimate } from '../estimate/estimate.ts';
import { distance, requireApart, requirePoint, requirePointSd, toDegrees, type Point } from './point.ts';

/**
 * Tilt of the segment from one point up to another against the vertical, -180 to 180 degrees; + leans to the target.
 *
 * @param towardsTarget which way in x the target lies in this clip, 1 or -1
 * @param pointSd one standard deviation per axis of each point, pixels; first-order propagation (JCGM 100:2008, 5.1.2)
 * @throws RangeError naming a missing, non-finite or coinciding point, or a wrong direction
 * @example
 * segmentTilt({ from: { x: 0, y: 100 }, to: { x: 100, y: 0 }, towardsTarget: 1, pointSd: 1 }).value // 45
 */
export function segmentTilt(input: {
  readonly from: Point;
  readonly to: Point;
  readonly towardsTarget: 1 | -1;
  readonly pointSd: number;
}): Estimate {
  const from = requirePoint(input.from, 'from');
  const to = requirePoint(input.to, 'to');
  const pointSd = requirePointSd(input.pointSd);
  if (input.towardsTarget !== 1 && input.towardsTarget !== -1)
    throw new RangeError(`towardsTarget: 1 or -1 was expected, not ${String(input.towardsTarget)}`);
  requireApart(from, 'from', to, 'to');
  const value = toDegrees(Math.atan2(input.towardsTarget * (to.x - from.x), from.y - to.y));
  return { value, sd: toDegrees((Math.SQRT2 * pointSd) / distance(from, to)), unit: 'degrees' };
}
