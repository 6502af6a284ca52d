import { requireApart, toDegrees, type Position } from './position.ts';

/**
 * Included angle at a joint, 0 to 180 degrees (180 = straight).
 *
 * It is atan2(|cross|, dot) of the two segments, each scaled by its own size first: near 0 and 180 nothing is lost, as it would be with an arc
 * cosine (Kahan W, "How Futile are Mindless Assessments of Roundoff", 2006, section 12).
 *
 * @param names how the ends are called where something is wrong
 * @throws RangeError naming an end that coincides with the joint
 * @example jointAngle({ x: 0, y: 0 }, { x: 0, y: 100 }, { x: 100, y: 100 }) // 90
 */
export function jointAngle(
  proximal: Position,
  vertex: Position,
  distal: Position,
  names: readonly [string, string] = ['proximal', 'distal'],
): number {
  requireApart(proximal, names[0], vertex, 'the joint');
  requireApart(distal, names[1], vertex, 'the joint');
  const u = direction(vertex, proximal);
  const w = direction(vertex, distal);
  return toDegrees(Math.atan2(Math.abs(u.x * w.y - u.y * w.x), u.x * w.x + u.y * w.y));
}

/** Unit direction from one point to another, safe against overflow and underflow. */
function direction(from: Position, to: Position): Position {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy);
  return { x: dx / length, y: dy / length };
}
