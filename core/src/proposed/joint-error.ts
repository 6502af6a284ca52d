import type { FollowedJoint, TrackPlace } from '../pose/index.ts';

/**
 * Root mean square error of a found joint per axis, as a share of body height: bias and spread together, for a person who confirms a joint takes over both. Measured on hard simulated film (docs/measured.md), of joints on
 * their own side of the body.
 */
const SHARE: Readonly<Record<FollowedJoint, number>> = {
  head: 0.0065,
  nose: 0.011,
  throwingShoulder: 0.014,
  throwingElbow: 0.014,
  throwingWrist: 0.022,
  gloveShoulder: 0.016,
  gloveElbow: 0.018,
  gloveWrist: 0.022,
  frontHip: 0.017,
  frontKnee: 0.013,
  frontAnkle: 0.014,
  backHip: 0.013,
  backKnee: 0.01,
  backAnkle: 0.012,
};
/** Below this score the model hardly sees the joint, and may have another one. */
const HARDLY_SEEN = 0.35;
const HARDLY_SEEN_SHARE = 0.045;
/** How much wider the error of elbows and wrists is while he throws: they pass each other and the head, and are smeared. */
const THROWING = 3;
/** From this error on nobody confirms a joint unless he looks at it by itself. */
const UNSURE_SHARE = 0.04;

/**
 * The error of a found joint per axis, one standard deviation in pixels: what such joints are off by, and how far what was found nearby lies from the smoothed way.
 *
 * @param throwing whether it is within a sixteenth of a second of the fastest hand
 * @example jointError('head', { x: 0, y: 0, score: 0.9, scatter: 0 }, 300, false) // 1.95
 */
export function jointError(joint: FollowedJoint, { score, scatter }: TrackPlace, bodyPixels: number, throwing: boolean): number {
  const wide = throwing && /Elbow|Wrist/.test(joint) ? THROWING : 1;
  return Math.hypot(wide * SHARE[joint] * bodyPixels, 1.5 * scatter, score < HARDLY_SEEN ? HARDLY_SEEN_SHARE * bodyPixels : 0);
}

/** Whether a joint has to be looked at by itself before it counts. */
export const isUnsureJoint = (sd: number, bodyPixels: number): boolean => sd > UNSURE_SHARE * bodyPixels;
