import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { quantileOf, rateOf, smoothed } from './series.ts';

/** Share of the motion of the movement at which somebody who stood begins, or somebody who moved has ended. */
const MOVES = 0.04;

/**
 * Set: the last still frame. The picture's motion grows about evenly from the onset, so that it is led back from 12 and 36 % of what it becomes; the first frame that is clearly not still would be late.
 * Needs: motion of the pictures; the top of the lift.
 */
export function setStill({ times, motion }: ClipEvidence, top: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const energy = smoothed(motion, frames(0.017));
  const end = Math.round(top);
  if (end < frames(0.2)) return null;
  const peak = quantileOf(energy.slice(Math.max(1, end - frames(0.375)), end), 0.9);
  // How he sways while he stands, and what the sensor's noise makes: the quiet tenth of what comes before.
  const base = quantileOf(energy.slice(1, Math.max(3, end - frames(0.1))), 0.15) * 1.25;
  if (peak < 1.6 * base) return null;
  /** Going back from the top of the lift: the last frame in which it moves less than a share of the movement. */
  const crossed = (share: number): number => {
    const limit = base + share * (peak - base);
    let i = end;
    while (i > 1 && energy[i]! < limit) i--;
    while (i > 1 && energy[i]! >= limit) i--;
    return i;
  };
  const [a, b] = [crossed(0.12), crossed(0.36)];
  const frame = Math.max(0, a - (b - a) / 2);
  return { frame, from: frame - 0.02 * rate - 0.5, to: frame + 0.025 * rate + 0.5, sure: b > a ? 0.75 : 0.5 };
}

/**
 * Finish: from here on the picture stays still, or only sways.
 * Needs: motion of the pictures; the frame of the fastest hand.
 */
export function finishStill({ times, motion }: ClipEvidence, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const energy = smoothed(motion, frames(0.017));
  const n = energy.length;
  if (n - fastest < frames(0.3)) return null;
  const base = quantileOf(energy.slice(fastest + frames(0.2)), 0.15) * 1.25;
  const peak = quantileOf(energy.slice(fastest, fastest + frames(0.17)), 0.9);
  if (peak < 1.6 * base) return null;
  let i = fastest + frames(0.1);
  const limit = base + MOVES * (peak - base);
  while (i < n - 1 && Math.max(...energy.slice(i, i + frames(0.05))) > limit) i++;
  return { frame: i, from: i - 0.02 * rate - 0.5, to: i + 0.02 * rate + 0.5, sure: i < n - frames(0.1) ? 0.85 : 0.3 };
}
