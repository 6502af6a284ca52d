import type { EventId } from '../keyframes/events.ts';
import { eventOf, partsOf } from '../figures/point-at.ts';
import type { PointId } from '../figures/point-ids.ts';
import type { Position } from '../figures/position.ts';
import { POSE_FIGURES } from '../figures/registry.ts';
import { isTurn } from '../figures/turn-frames.ts';
import type { ViewId } from '../sheet/shape.ts';
import type { ClipProposal } from './clip-proposal.ts';
import { isUnsureJoint } from './joint-error.ts';

/** A joint at a frame, as the computer proposes it. */
export interface ProposedPoint extends Position {
  readonly point: PointId;
  /** One standard deviation per axis, pixels. */
  readonly sd: number;
  /** It has to be looked at by itself. */
  readonly unsure: boolean;
}

/** The joints of a frame as they are proposed. Throws a RangeError for a frame that the clip does not have. */
export function pointsAtFrame({ joints, bodyPixels }: ClipProposal, frame: number): ProposedPoint[] {
  return joints.map(({ joint, x, y, sd }) => {
    if (x[frame] === undefined) throw new RangeError(`the clip has no frame ${frame}`);
    return { point: joint, x: x[frame], y: y[frame]!, sd: sd[frame]!, unsure: isUnsureJoint(sd[frame]!, bodyPixels) };
  });
}

/** The points that figures need at a key frame, by view. */
const NEEDED: ReadonlyMap<string, ReadonlySet<PointId>> = (() => {
  const needed = new Map<string, Set<PointId>>();
  for (const figure of POSE_FIGURES)
    for (const need of figure.needs)
      for (const view of figure.views) {
        const key = `${view} ${eventOf(need)}`;
        needed.set(key, (needed.get(key) ?? new Set()).add(partsOf(need)[1]));
      }
  return needed;
})();

/**
 * The points that some figure of a view needs at a key frame.
 *
 * @example pointsNeededAt('liftTop', 'openSide').has('backKnee') // true
 */
export const pointsNeededAt = (event: EventId, view: ViewId): ReadonlySet<PointId> => NEEDED.get(`${view} ${event}`) ?? new Set();

/** Front and back of a leg, throwing and glove side of an arm: what changes places when sides were taken for each other. */
export function otherSide(point: PointId): PointId {
  const swapped = point.startsWith('front')
    ? point.replace('front', 'back')
    : point.startsWith('back')
      ? point.replace('back', 'front')
      : point.startsWith('throwing')
        ? point.replace('throwing', 'glove')
        : point.startsWith('glove') && point !== 'glove' && !isTurn(point)
          ? point.replace('glove', 'throwing')
          : point;
  return swapped as PointId;
}
export type Limbs = 'legs' | 'arms';
/** @example limbsOf('backKnee') // 'legs' */
export const limbsOf = (point: PointId): Limbs | null =>
  otherSide(point) === point ? null : /^(front|back)/.test(point) ? 'legs' : 'arms';
