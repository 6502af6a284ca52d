import type { ClipEvidence } from './evidence.ts';
import { rateOf, smoothed, speedOf } from './series.ts';

/** He comes set and lifts before he throws. */
const NOT_BEFORE_SECONDS = 0.33;

/**
 * The frame in which the throwing wrist is fastest: release is at most some hundredths of a second from it, and everything else is looked for around it.
 * Needs: throwing wrist.
 */
export function fastestHand({ times, body }: ClipEvidence): number {
  const rate = rateOf(times);
  const speed = smoothed(speedOf(body.joints.throwingWrist, times, body.bodyPixels), Math.max(1, Math.round(rate / 120)));
  let fastest = Math.min(times.length - 1, Math.round(NOT_BEFORE_SECONDS * rate));
  for (let i = fastest; i < times.length; i++) if (speed[i]! > speed[fastest]!) fastest = i;
  return fastest;
}
