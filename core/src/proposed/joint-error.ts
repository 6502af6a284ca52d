import type { FollowedJoint, TrackPlace } from '../pose/index.ts';

type Shares = Readonly<Record<FollowedJoint, number>>;

/**
 * Root mean square error of a found joint per axis, as a share of body height, seen from a side: bias and spread together, for a person who confirms a joint takes over both. Measured on hard simulated film (docs/measured.md), of joints on
 * their own side of the body, moved to the centres (`joint-centres.ts`).
 */
const FROM_SIDE: Shares = {
  head: 0.0065,
  nose: 0.011,
  throwingShoulder: 0.0125,
  throwingElbow: 0.013,
  throwingWrist: 0.022,
  gloveShoulder: 0.014,
  gloveElbow: 0.016,
  gloveWrist: 0.022,
  frontHip: 0.014,
  frontKnee: 0.011,
  frontAnkle: 0.0095,
  backHip: 0.011,
  backKnee: 0.009,
  backAnkle: 0.009,
};
/** The same from front and rear, from the demo's 29 films from the front (docs/measured.md): the back leg stands behind the front one, the throwing arm behind the body. */
const IN_LINE: Shares = {
  head: 0.007,
  nose: 0.011,
  throwingShoulder: 0.016,
  throwingElbow: 0.034,
  throwingWrist: 0.045,
  gloveShoulder: 0.0135,
  gloveElbow: 0.02,
  gloveWrist: 0.02,
  frontHip: 0.0135,
  frontKnee: 0.0145,
  frontAnkle: 0.0125,
  backHip: 0.013,
  backKnee: 0.021,
  backAnkle: 0.02,
};
/** And while he lands: shoulders, hips and both arms lie one behind the other. */
const IN_LINE_LANDING: Shares = {
  ...IN_LINE,
  throwingShoulder: 0.03,
  throwingElbow: 0.1,
  throwingWrist: 0.1,
  gloveShoulder: 0.03,
  gloveElbow: 0.055,
  gloveWrist: 0.07,
  frontHip: 0.021,
  backHip: 0.019,
  backKnee: 0.03,
};
/** Below this score the model hardly sees the joint, and may have another one. */
const HARDLY_SEEN = 0.35;
const HARDLY_SEEN_SHARE = 0.045;
/** How much wider the error of elbows and wrists is from the side while he throws: they pass each other and the head, and are smeared; the throwing shoulder goes with them. */
const [THROWING, THROWING_SHOULDER] = [3, 2.4];
/** Until this long after the throw, and from as long before it, arms are hard to see from the side; from so long before it until then he lands, in seconds. */
const [THROW, LANDS] = [1 / 16, 1 / 4];
/** From this error on nobody confirms a joint unless he looks at it by itself. */
const UNSURE_SHARE = 0.04;

/**
 * The error of a found joint per axis, one standard deviation in pixels: what such joints are off by, and how far what was found nearby lies from the smoothed way.
 *
 * @param inLine whether he is filmed along the line to the target, from front or rear
 * @param afterThrow seconds since the throw
 * @example jointError('head', { x: 0, y: 0, score: 0.9, scatter: 0 }, 300, false, -1) // 1.95
 */
export function jointError(
  joint: FollowedJoint,
  { score, scatter }: TrackPlace,
  bodyPixels: number,
  inLine: boolean,
  afterThrow: number,
): number {
  const throws = Math.abs(afterThrow) < THROW;
  const lands = afterThrow > -LANDS && afterThrow <= -THROW;
  const wide =
    inLine || !throws ? 1 : /Elbow|Wrist/.test(joint) ? THROWING : joint === 'throwingShoulder' ? THROWING_SHOULDER : 1;
  const share = inLine ? (lands ? IN_LINE_LANDING : IN_LINE)[joint] : wide * FROM_SIDE[joint];
  return Math.hypot(share * bodyPixels, 1.5 * scatter, score < HARDLY_SEEN ? HARDLY_SEEN_SHARE * bodyPixels : 0);
}

/** Whether a joint has to be looked at by itself before it counts. */
export const isUnsureJoint = (sd: number, bodyPixels: number): boolean => sd > UNSURE_SHARE * bodyPixels;
