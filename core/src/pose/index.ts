/**
 * Comes in: what a model found in some frames of a clip (`Finding`), the hand and the way to the target. Goes out: where each joint is in each frame, with how sure that is (`FollowedBody`). A proposal, never a measurement.
 */
export { BODY_POINTS, FOLLOWED, type FollowedJoint } from './body-points.ts';
export { followBody, type FollowedBody } from './follow-body.ts';
export type { TrackPlace } from './smooth-track.ts';
export type { Finding, KnownOfClip } from './finding.ts';
export { decodeBody, heatPeaks, withMirror, type Heads } from './heads.ts';
export { cropSquare, mirroredCrop, squareAround, wholePicture, type Found, type Picture, type Square } from './square.ts';
export { cameraShift, type CameraStep } from './camera-shift.ts';
export { greyAt, greyOf, halved, smaller, type Grey } from './grey.ts';
