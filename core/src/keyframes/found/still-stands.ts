import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { cornerOf, quantileOf, rateOf, smoothed, withoutJumps } from './series.ts';

/** Share of the motion of the movement at which somebody who moved has ended. */
const MOVES = 0.04;

/**
 * Set: the last still frame. The picture's motion is level while he stands (he sways, the sensor has its noise, a hand trembles) and grows about evenly from the first move on: the corner of these two lines. The first frame that is
 * clearly not still would be late.
 * Needs: motion of the pictures; the top of the lift.
 */
export function setStill({ times, motion }: ClipEvidence, top: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const energy = smoothed(withoutJumps(motion), frames(0.017));
  const end = Math.round(top);
  if (end < frames(0.3)) return null;
  const lift = energy.slice(Math.max(0, end - frames(0.5)), end - frames(0.05));
  const peak = quantileOf(lift, 0.8);
  const still = quantileOf(energy.slice(0, end), 0.1);
  if (peak < 1.6 * still || peak === 0) return null;
  // The first time that the motion of the lift is reached, and what comes before.
  let reached = Math.max(2, end - frames(0.6));
  while (reached < end && Math.min(energy[reached]!, energy[reached + frames(0.03)]!) < still + 0.7 * (peak - still)) reached++;
  const from = Math.max(0, reached - frames(0.8));
  if (reached - from < 6) return null;
  const { frame, slope } = cornerOf(energy, from, reached, 'level');
  if (slope <= 0) return null;
  // A hand that trembles, or the noise of dusk, hides how he begins.
  const quiet = quantileOf(energy.slice(from, Math.max(from + 1, Math.round(frame))), 0.5);
  const half = 0.05 * rate + 0.5;
  return { frame, from: frame - half, to: frame + half, sure: peak > 4 * quiet ? 0.5 : 0.35 };
}

/**
 * Finish: from here on the picture stays still, or only sways. From front and rear, where he comes towards the camera, a leg that swings behind the other is hardly seen: less sure.
 * Needs: motion of the pictures; the frame of the fastest hand.
 */
export function finishStill({ times, motion, towardsTarget }: ClipEvidence, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const energy = smoothed(withoutJumps(motion), frames(0.017));
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
    sure: i >= n - frames(0.1) ? 0.3 : towardsTarget === null ? 0.5 : 0.85,
  };
}
