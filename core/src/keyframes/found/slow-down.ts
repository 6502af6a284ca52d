import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { rateOf, smoothed, speedOf } from './series.ts';

/** What the hand has left of its greatest speed. */
const SLOWED = 0.2;
/** Over how much to each side its speed is smoothed, in seconds: a wrist is found to and fro in its blur. */
const STEADY = 0.025;
/** It has slowed within this time after release, in seconds. */
const WITHIN = 0.2;

/**
 * Arm slowed: how far an arm is turned about its own length none of its joints show; but it has stopped turning in when the hand has lost what the throw gave it, all but a fifth of its greatest speed.
 * Needs: the throwing wrist from a side; release.
 */
export function slowDown({ times, body }: ClipEvidence, release: number): FoundEvent | null {
  const rate = rateOf(times);
  const speed = smoothed(speedOf(body.joints.throwingWrist, times, body.bodyPixels), Math.max(1, Math.round(STEADY * rate)));
  const from = Math.max(0, Math.round(release));
  const greatest = Math.max(...speed.slice(Math.max(0, from - Math.round(0.05 * rate)), from + 1));
  let i = from;
  while (i < speed.length && speed[i]! > SLOWED * greatest) i++;
  if (i >= speed.length || i > release + WITHIN * rate || i === from) return null;
  const half = Math.max(1, 0.025 * rate);
  return { frame: i, from: i - half, to: i + half, sure: 0.6 };
}
