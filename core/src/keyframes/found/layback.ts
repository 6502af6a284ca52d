import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { highestNear, rateOf, smoothed } from './series.ts';

/** Seconds before release between which the arm is laid back (0.03 to 0.055 is usual: common practice, no source). */
const [EARLIEST, LATEST] = [0.083, 0.008];
/** A top that is nearer to the release than this, or further from it, in seconds, is seldom the true one. */
const [NEAR, FAR] = [0.02, 0.065];
/** So near the earliest of them no top was found, but an arm that is still coming: seconds. */
const EDGE = 0.008;

/** Fewer frames a second show the arm too seldom in the tenth of a second before release. */
const LEAST_RATE = 90;

/**
 * Arm laid back: the forearm furthest back before release, the top of a narrow parabola of its angle.
 * It is no surer than the release from which it is looked for.
 * Needs: throwing elbow and wrist from a side, the release, at least 90 frames a second.
 */
export function layback({ times, body, towardsTarget: way }: ClipEvidence, release: FoundEvent): FoundEvent | null {
  const rate = rateOf(times);
  if (way === null || rate < LEAST_RATE) return null;
  const { throwingElbow, throwingWrist } = body.joints;
  const back = throwingWrist.map((w, i) => {
    const e = throwingElbow[i]!;
    const angle = (Math.atan2(e.y - w.y, way * (w.x - e.x)) * 180) / Math.PI;
    return angle < -90 ? angle + 360 : angle;
  });
  const half = Math.max(1, Math.round(rate / 120));
  const frame = highestNear(smoothed(back, half), release.frame - EARLIEST * rate, release.frame - LATEST * rate, 2 * half);
  const before = (release.frame - frame) / rate;
  const sure = before >= EARLIEST - EDGE ? 0.4 : before < NEAR || before > FAR ? 0.6 : 0.85;
  const wide = Math.max(0.9, 0.0155 * rate);
  return { frame, from: frame - wide, to: frame + wide, sure: Math.min(release.sure, sure) };
}
