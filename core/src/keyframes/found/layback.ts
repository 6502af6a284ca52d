import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { rateOf, turnOf } from './series.ts';

/** Seconds before release between which the arm is laid back; and when it usually is, and the standard deviation of that (0.03 to 0.055 is usual: common practice, no source). */
const [EARLIEST, LATEST, USUAL, SPREAD] = [0.083, 0.008, 0.0425, 0.009];
/** A top that is nearer to the release than this, or further from it, in seconds, is seldom the true one. */
const [NEAR, FAR] = [0.02, 0.065];
/** The forearm comes back slowly and goes over fast: so long before and after it half a parabola fits its angle, in seconds; and by how much a found angle is off, in degrees. */
const [COMES, GOES, ANGLE] = [0.058, 0.021, 20];
/** No forearm lies further back, in degrees from where it points at the target: such a wrist is not his. */
const FURTHEST = 200;
/** So near the earliest of them no top was found, but an arm that is still coming: seconds. */
const EDGE = 0.008;

/** Fewer frames a second show the arm too seldom in the tenth of a second before release. */
const LEAST_RATE = 90;

/**
 * Arm laid back: the forearm furthest back before release, where half a parabola of its angle before it and another, steeper one after it fit best, and as likely as its time before the release makes it: a wrist that is lost in its own blur then says little.
 * It is no surer than the release from which it is looked for.
 * Needs: throwing elbow and wrist from a side, the release, at least 90 frames a second. Where no angle turns, the usual time, unsure.
 */
export function layback({ times, body, towardsTarget: way }: ClipEvidence, release: FoundEvent): FoundEvent | null {
  const rate = rateOf(times);
  if (way === null || rate < LEAST_RATE) return null;
  const { throwingElbow, throwingWrist } = body.joints;
  const forward = throwingWrist.map((w, i) => {
    const e = throwingElbow[i]!;
    const angle = (Math.atan2(e.y - w.y, way * (w.x - e.x)) * 180) / Math.PI;
    return angle < -90 ? -angle - 360 : -angle;
  });
  const [first, last] = [release.frame - EARLIEST * rate, release.frame - LATEST * rate];
  const span = { first, last, low: 0, high: release.frame, before: COMES * rate, after: GOES * rate };
  const expected = { frame: release.frame - USUAL * rate, spread: SPREAD * rate };
  const turn = turnOf(forward, span, ANGLE ** 2, rate, { expected, isLeftOut: (angle) => angle < -FURTHEST });
  const frame = turn?.frame ?? expected.frame;
  const before = turn ? (release.frame - turn.best) / rate : null;
  const sure = before === null || before >= EARLIEST - EDGE ? 0.4 : before < NEAR || before > FAR ? 0.6 : 0.85;
  const wide = Math.max(0.9, 0.0155 * rate);
  return { frame, from: frame - wide, to: frame + wide, sure: Math.min(release.sure, sure) };
}
