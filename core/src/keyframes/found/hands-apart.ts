import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { quantileOf, rateOf, smoothed } from './series.ts';

/**
 * Hands apart: the distance of the wrists grows about evenly once they part, so that a line through it from 4 to 16 % of body height is led back to what it was. A limit on the gap alone is a tenth of a second late.
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
  const lift = Math.round(top);
  const base = quantileOf(gap.slice(Math.max(0, lift - frames(0.17)), lift + frames(0.03)), 0.5);
  let high = Math.min(fastest - frames(0.17), lift + frames(0.5));
  if (high <= lift) return null;
  const least = Math.max(1, lift - frames(0.1));
  while (high > least && gap[high]! > base + 0.12) high--;
  let low = high;
  while (low > least && gap[low]! > base + 0.04) low--;
  let end = high;
  while (end < fastest && gap[end]! < base + 0.18) end++;
  const n = end - low;
  if (n < 2) return null;
  let [x, y, xx, xy] = [0, 0, 0, 0];
  for (let i = low + 1; i <= end; i++) {
    x += i / n;
    y += gap[i]! / n;
    xx += (i * i) / n;
    xy += (i * gap[i]!) / n;
  }
  const slope = (xy - x * y) / (xx - x * x);
  if (slope <= 0) return null;
  const frame = x + (base - y) / slope;
  return { frame, from: frame - 0.03 * rate, to: frame + 0.02 * rate, sure: 0.65 };
}
