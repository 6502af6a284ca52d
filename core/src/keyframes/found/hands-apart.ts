import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { cornerOf, quantileOf, rateOf, smoothed } from './series.ts';

/** The gap grows to this much more than it was, as a share of body height, before the arms swing by ways of their own. */
const SWING = 0.3;
/** Hands that part begin from rest. */
const FROM_REST = 1.5;

/**
 * Hands apart: while they are together the distance of the wrists changes slowly, then it grows ever faster: where the line and the curve that fit it best part. A limit on the gap is a tenth of a second late, because
 * hands that turn in the glove move the wrists too.
 * Needs: both wrists; the top of the lift and the frame of the fastest hand.
 */
export function handsApart({ times, body }: ClipEvidence, top: number, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const { throwingWrist, gloveWrist } = body.joints;
  const gap = smoothed(
    throwingWrist.map((w, i) => Math.hypot(w.x - gloveWrist[i]!.x, w.y - gloveWrist[i]!.y) / body.bodyPixels),
    frames(0.008),
  );
  const from = Math.max(0, Math.round(top) - frames(0.1));
  const base = quantileOf(gap.slice(from, Math.round(top) + frames(0.03)), 0.5);
  let end = Math.min(fastest - frames(0.1), Math.round(top) + frames(0.6));
  if (end - from < 6) return null;
  // Back from the swing to where the gap last was small, and from there on to where it is wide.
  while (end > from && gap[end]! > base + 0.06) end--;
  while (end < fastest && gap[end]! < base + SWING) end++;
  const best = cornerOf(gap, from, end, 'any slope', FROM_REST);
  // Slower than a body height in a second and a half they do not part.
  if (best.slope * (end - best.frame) ** (FROM_REST - 1) * rate < 0.67) return null;
  return { frame: best.frame, from: best.frame - 0.05 * rate, to: best.frame + 0.05 * rate, sure: 0.3 };
}
