/**
 * Comes in: the followed body of a clip and what its pictures show. Goes out: key frames and joints that are proposed to a person (`ClipProposal`), with how sure they are. Nothing here counts for a figure until somebody has seen it.
 */
export { clipProposal, inOrder, SURE, type ClipProposal, type ProposedJoint, type ProposedMark } from './clip-proposal.ts';
export { isUnsureJoint, jointError } from './joint-error.ts';
export { limbsOf, otherSide, pointsAtFrame, pointsNeededAt, type Limbs, type ProposedPoint } from './proposed-points.ts';
export { pathOffset, type SeenPaths } from './path-offset.ts';
export {
  fromOtherView,
  isFar,
  otherTellsBetter,
  RESTS_ON,
  viewOffset,
  type TimedEvent,
  type TimedEvents,
  type ViewOffset,
} from './second-view.ts';
export { turnOfPath } from './turn-of-path.ts';
