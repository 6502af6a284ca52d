import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { quantileOf, rateOf, smoothed } from './series.ts';

/** The gap grows to this much more than it was, as a share of body height, before the arms swing by ways of their own. */
const SWING = 0.22;

/**
 * Hands apart: while they are together the distance of the wrists changes slowly, then it grows fast and evenly: the corner of the two lines that fit it best. A limit on the gap is a tenth of a second late, because
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
  let best = { misses: Number.POSITIVE_INFINITY, frame: from, slope: 0 };
  for (let corner = from + 2; corner <= end - 2; corner += 0.5) {
    const fit = cornered(gap, from, end, corner);
    if (fit.misses < best.misses) best = { ...fit, frame: corner };
  }
  // Slower than a body height in a second and a half they do not part.
  if (best.slope * rate < 0.67) return null;
  return { frame: best.frame, from: best.frame - 0.025 * rate, to: best.frame + 0.025 * rate, sure: 0.65 };
}

/** Least squares of y = a + b t + c max(0, t - corner) between two frames: what it misses, and c. */
function cornered(values: readonly number[], from: number, to: number, corner: number): { misses: number; slope: number } {
  const rows = [
    [0, 0, 0, 0],
    [0, 0, 0, 0],
    [0, 0, 0, 0],
  ];
  for (let i = from; i <= to; i++) {
    const terms = [1, i - from, Math.max(0, i - corner)];
    for (let j = 0; j < 3; j++) {
      for (let k = 0; k < 3; k++) rows[j]![k]! += terms[j]! * terms[k]!;
      rows[j]![3]! += terms[j]! * values[i]!;
    }
  }
  for (let i = 0; i < 3; i++)
    for (let j = i + 1; j < 3; j++) {
      const factor = rows[j]![i]! / rows[i]![i]!;
      for (let k = i; k < 4; k++) rows[j]![k]! -= factor * rows[i]![k]!;
    }
  const c = rows[2]![3]! / rows[2]![2]!;
  const b = (rows[1]![3]! - rows[1]![2]! * c) / rows[1]![1]!;
  const a = (rows[0]![3]! - rows[0]![1]! * b - rows[0]![2]! * c) / rows[0]![0]!;
  let misses = 0;
  for (let i = from; i <= to; i++) misses += (values[i]! - a - b * (i - from) - c * Math.max(0, i - corner)) ** 2;
  return { misses, slope: c };
}
