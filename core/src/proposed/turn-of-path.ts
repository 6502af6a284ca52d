import type { PointId } from '../figures/point-ids.ts';
import { turnAt } from '../figures/turn-frames.ts';
import type { ClipProposal } from './clip-proposal.ts';

/**
 * The frame on which the proposed path of the head or the glove turns: furthest back, or highest. The first of several. null where the joint was not found,
 * or for a point that no path turns at.
 *
 * @param within the frames between which it is looked for, both of them included
 * @param towardsTarget which way in x the target lies
 * @example turnOfPath(proposal, 'headBack', { from: 40, to: 110 }, 1) // 63
 */
export function turnOfPath(
  { joints }: Pick<ClipProposal, 'joints'>,
  point: PointId,
  within: { readonly from: number; readonly to: number },
  towardsTarget: 1 | -1,
): number | null {
  const turn = turnAt(point);
  const path = joints.find((j) => j.joint === turn?.joint);
  if (!path || !turn) return null;
  const far = (frame: number): number => (turn.least === 'x' ? towardsTarget : 1) * path[turn.least][frame]!;
  let best: number | null = null;
  for (let frame = within.from; frame <= Math.min(within.to, path.x.length - 1); frame++)
    if (best === null || far(frame) < far(best)) best = frame;
  return best;
}
