import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { quantileOf, rateOf, smoothed, withoutJumps } from './series.ts';

/** Clear movement: he moves by this share of what he does on the way up more than he did while he stood. */
const CLEAR = 0.12;

/**
 * First move: the first time after the set at which his body clearly moves more than it did while he stood, and goes on to.
 * Needs: motion at the body; the set and the top of the lift.
 */
export function firstMove({ times, motion }: ClipEvidence, set: FoundEvent, top: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const energy = smoothed(withoutJumps(motion), frames(0.017));
  const stood = energy.slice(Math.max(0, Math.round(set.frame) - frames(0.3)), Math.max(1, Math.round(set.frame)));
  const [still, loud] = [quantileOf(stood, 0.5), quantileOf(stood, 0.9)];
  const peak = quantileOf(energy.slice(Math.round(set.frame), Math.round(top)), 0.8);
  if (peak <= loud) return null;
  const limit = Math.max(loud, still + CLEAR * (peak - still));
  let i = Math.max(1, Math.round(set.frame));
  while (i < top && Math.min(energy[i]!, energy[i + frames(0.025)] ?? 0) < limit) i++;
  if (i >= top) return null;
  const half = 0.05 * rate + 0.5;
  return { frame: i, from: i - half, to: i + half, sure: Math.min(0.5, set.sure) };
}
