import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { quantileOf, rateOf, smoothed, withoutJumps } from './series.ts';

/** Share of the motion of the movement at which somebody who moved has ended. */
const MOVES = 0.04;
/** Below so many frames a second the frame beside it is too far off to be sure. */
const SLOW = 45;

/**
 * Finish: from here on he stays still, or only sways. From front and rear, where he comes towards the camera, a leg that swings behind the other is hardly seen: less sure.
 * Needs: motion at the body; the frame around which he throws.
 */
export function finishStill({ times, motion, towardsTarget }: ClipEvidence, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  // At 30 frames a second one frame is more than what is smoothed over.
  const energy = smoothed(withoutJumps(motion), Math.floor(0.017 * rate));
  const n = energy.length;
  if (n - fastest < frames(0.3)) return null;
  const base = quantileOf(energy.slice(fastest + frames(0.2)), 0.15) * 1.25;
  const peak = quantileOf(energy.slice(fastest, fastest + frames(0.17)), 0.9);
  if (peak < 1.6 * base) return null;
  let i = fastest + frames(0.1);
  const limit = base + MOVES * (peak - base);
  while (i < n - 1 && Math.max(...energy.slice(i, i + frames(0.05))) > limit) i++;
  return {
    frame: i,
    from: i - 0.02 * rate - 0.5,
    to: i + 0.02 * rate + 0.5,
    sure: i >= n - frames(0.1) ? 0.3 : towardsTarget === null ? 0.5 : rate < SLOW ? 0.6 : 0.85,
  };
}
