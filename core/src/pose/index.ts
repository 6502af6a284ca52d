/**
 * Comes in: what a model found in some frames of a clip (`Finding`), the hand and the way to the target. Goes out: where each joint is in each frame, with how sure that is (`FollowedBody`). A proposal, never a measurement.
 */
export { BODY_POINTS, FOLLOWED, type FollowedJoint } from './body-points.ts';
export { followBody, type FollowedBody } from './follow-body.ts';
export { jointCentres } from './joint-centres.ts';
export type { SquareAt } from './coarse-look.ts';
export { pitcherSquares } from './pitcher-squares.ts';
export type { TrackPlace } from './smooth-track.ts';
export type { Finding, KnownOfClip } from './finding.ts';
export { decodeBody, heatPeaks, outOfMirror, type Heads } from './heads.ts';
export { cropSquare, squareAround, type Found, type Picture, type Square } from './square.ts';
export { cameraShift, groundOf, refinedShift, slopedPlaces, type CameraStep, type SlopedPlaces } from './camera-shift.ts';
export { jointFlow, type SeenPicture } from './joint-flow.ts';
export { greyAt, greyOf, halved, patchOf, smaller, type Grey } from './grey.ts';
