import { requireApart, toDegrees, type Position } from './position.ts';

/**
 * Tilt of the segment from one point up to another against the vertical, -180 to 180 degrees; + leans to the target.
 *
 * @param towardsTarget which way in x the target lies in this clip, 1 or -1
 * @throws RangeError when the points coincide
 * @example segmentTilt({ x: 0, y: 100 }, { x: 100, y: 0 }, 1) // 45
 */
export function segmentTilt(from: Position, to: Position, towardsTarget: 1 | -1): number {
  requireApart(from, 'the lower end', to, 'the upper end');
  return toDegrees(Math.atan2(towardsTarget * (to.x - from.x), from.y - to.y));
}
