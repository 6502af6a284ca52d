import type { Estimate } from '../estimate/estimate.ts';
import { requireApart, requirePoint, requirePointSd, toDegrees, type Point } from './point.ts';

/**
 * Included angle at a joint, 0 to 180 degrees (180 = straight), with its error.
 *
 * The angle is atan2(|cross|, dot) of the two segments, each scaled by its own size first: near 0 and 180 nothing is
 * lost, as it would be with an arc cosine (Kahan W, "How Futile are Mindless Assessments of Roundoff", 2006, section 12). The error is
 * first-order propagation of an independent error of `pointSd` on each axis of each point (JCGM 100:2008, 5.1.2).
 *
 * @param pointSd one standard deviation per axis, pixels
 * @throws RangeError naming a missing, non-finite or coinciding point
 * @example
 * jointAngle({ proximal: { x: 0, y: 0 }, vertex: { x: 0, y: 100 }, distal: { x: 100, y: 100 }, pointSd: 2 })
 * // { value: 90, sd: 2.29, unit: 'degrees' }
 */
export function jointAngle(input: {
  readonly proximal: Point;
  readonly vertex: Point;
  readonly distal: Point;
  readonly pointSd: number;
}): Estimate {
  const proximal = requirePoint(input.proximal, 'proximal');
  const vertex = requirePoint(input.vertex, 'vertex');
  const distal = requirePoint(input.distal, 'distal');
  const pointSd = requirePointSd(input.pointSd);
  requireApart(proximal, 'proximal', vertex, 'vertex');
  requireApart(distal, 'distal', vertex, 'vertex');
  const u = segment(vertex, proximal);
  const w = segment(vertex, distal);
  const cross = u.x * w.y - u.y * w.x;
  const dot = u.x * w.x + u.y * w.y;
  const turn = cross < 0 ? -1 : 1;
  // Gradient of the angle: each end moves it at right angles to its segment, by one over the segment's length.
  const atProximal = { x: (turn * u.y) / u.length, y: (-turn * u.x) / u.length };
  const atDistal = { x: (-turn * w.y) / w.length, y: (turn * w.x) / w.length };
  const gradient = Math.hypot(
    atProximal.x,
    atProximal.y,
    atDistal.x,
    atDistal.y,
    atProximal.x + atDistal.x,
    atProximal.y + atDistal.y,
  );
  return { value: toDegrees(Math.atan2(Math.abs(cross), dot)), sd: toDegrees(gradient * pointSd), unit: 'degrees' };
}

/** Unit direction and length from one point to another, safe against overflow and underflow. */
function segment(from: Point, to: Point): { readonly x: number; readonly y: number; readonly length: number } {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const length = Math.hypot(dx, dy);
  return { x: dx / length, y: dy / length, length };
}
