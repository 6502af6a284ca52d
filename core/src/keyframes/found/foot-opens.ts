import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { cornerOf, quantileOf, rateOf, smoothed } from './series.ts';

/** By less than this, as a share of body height, a shoe does not show that it has turned. */
const LEAST = 0.025;
/** Where its turn begins at the latest and is done for the corner, as shares of it: what comes after the foot is round says nothing about when it began. */
const [BEGINS, DONE] = [0.25, 0.75];
/** Seconds before that which are looked at. */
const BEFORE = 0.11;
/** A foot turns from rest. */
const FROM_REST = 1.5;

/**
 * Front foot opens: its toes begin to turn to the target. From a side a closed foot is seen from its end and an open one at its full length: it begins to reach further ahead of its ankle. Where the line before
 * and the curve after it part; the line may slope, for a swinging foot is lifted and lowered.
 * Needs: how far the front shoe reaches ahead of its ankle, from a side; contact.
 */
export function footOpens({ times, toe }: ClipEvidence, contact: FoundEvent): FoundEvent | null {
  const rate = rateOf(times);
  const first = toe.findIndex((v) => v !== null);
  const last = Math.min(toe.length - 1, Math.ceil(contact.frame));
  if (first === -1) return null;
  const reach: number[] = [];
  for (let i = first; i <= last; i++) {
    const v = toe[i];
    if (v === null || v === undefined) return null;
    reach.push(v);
  }
  const even = smoothed(reach, Math.max(1, Math.round(0.008 * rate)));
  const landed = Math.max(...even.slice(-Math.max(2, Math.round(0.03 * rate))));
  const closed = quantileOf(even, 0.1);
  if (landed - closed < LEAST) return null;
  // The last time that it was still closed, and on from there to where it is open.
  let begun = even.length - 1;
  while (begun > 0 && even[begun]! > closed + BEGINS * (landed - closed)) begun--;
  let done = begun;
  while (done < even.length - 1 && even[done]! < closed + DONE * (landed - closed)) done++;
  const from = Math.max(0, begun - Math.round(BEFORE * rate));
  if (done - from < 5) return null;
  const { frame, slope } = cornerOf(even, from, done, 'any slope', FROM_REST);
  if (slope <= 0) return null;
  const half = Math.max(0.5, 0.02 * rate);
  return { frame: first + frame, from: first + frame - half, to: first + frame + half, sure: 0.6 };
}
