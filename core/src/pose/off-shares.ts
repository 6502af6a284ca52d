import type { FollowedJoint } from './body-points.ts';

/** A joint, by which share of the way from the joint to it the model's point lies off the centre of the joint, by which share of that way turned by a right angle (up becomes towards the target), and by which share more where the body stands in profile. */
export type OffShares = ReadonlyArray<readonly [towards: FollowedJoint, share: number, turned?: number, inProfile?: number]>;
