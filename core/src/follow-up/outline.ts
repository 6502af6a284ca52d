import { CHAIN_SHARE } from '../figures/body-height.ts';
import type { PointId } from '../figures/point-ids.ts';
import { distance, midpoint, type Position } from '../figures/position.ts';

export type PlacedJoints = Readonly<Partial<Record<PointId, Position>>>;

/**
 * The joints of a body in body heights, to lay one over another: from where the back ankle stood, x towards the target, y up. A left-hander's stands as
 * a right-hander's does, in the drawing only.
 *
 * @param joints places in pixels of the film
 * @param tall body height in pixels of the film, above 0
 * @param towardsTarget which way in x the target lies
 * @param foot where the back ankle stood at set, pixels of the film
 * @throws RangeError for a height that is not above 0
 * @example outlineOf({ head: { x: 130, y: 40 } }, 200, 1, { x: 100, y: 200 }).head // { x: 0.15, y: 0.8 }
 */
export function outlineOf(joints: PlacedJoints, tall: number, towardsTarget: 1 | -1, foot: Position): PlacedJoints {
  if (!(tall > 0)) throw new RangeError('outlineOf: a body height above 0 was expected');
  return Object.fromEntries(
    Object.entries(joints).map(([id, p]) => [id, { x: (towardsTarget * (p.x - foot.x)) / tall, y: (foot.y - p.y) / tall }]),
  );
}

/**
 * Body height in pixels from the joints of one frame, along the leg that is measured longer: it is the one that is bent out of the picture less. null
 * where head, hips or a whole leg are missing.
 *
 * @example tallOf(joints) // 412
 */
export function tallOf(joints: PlacedJoints): number | null {
  const { head, frontHip, backHip } = joints;
  if (!head || !frontHip || !backHip) return null;
  const leg = (side: 'front' | 'back'): number => {
    const [hip, knee, ankle] = [joints[`${side}Hip`], joints[`${side}Knee`], joints[`${side}Ankle`]];
    return hip && knee && ankle ? distance(hip, knee) + distance(knee, ankle) : 0;
  };
  const legs = Math.max(leg('front'), leg('back'));
  return legs === 0 ? null : (distance(head, midpoint(frontHip, backHip)) + legs) / CHAIN_SHARE;
}
