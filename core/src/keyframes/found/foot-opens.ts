import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { fitOf, likelyMoment, quantileOf, rateOf, smoothed, type Tried } from './series.ts';

/** By less than this, as a share of body height, a shoe does not show that it has turned. */
const LEAST = 0.025;
/** Where its turn begins at the latest and is done for the corner, as shares of it: what comes after the foot is round says nothing about when it began. */
const [BEGINS, DONE] = [0.25, 0.75];
/** Seconds before that which are looked at. */
const BEFORE = 0.11;
/** A foot turns from rest. */
const FROM_REST = 1.5;
/** A shoe reaches no further ahead of its ankle (a foot is 0.152 of body height from heel to toe: Winter's tables, value from memory): somebody's who goes by does. */
const MOST = 0.15;
/** By how much the reach is off at best, as a share of body height, and the seconds by which the moment is off at least: chosen on the films of the demo and 12 tuned ones. */
const [NOISE, LEAST_HALF] = [0.003, 0.02];

/**
 * Front foot opens: its toes begin to turn to the target. From a side a closed foot is seen from its end and an open one at its full length: it begins to reach further ahead of its ankle. Where the line before
 * and the curve after it part; the line may slope, for a swinging foot is lifted and lowered. Every start counts by how well it fits.
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
  if (even.slice(from).some((v) => v > MOST)) return null;
  const values = done - from + 1 - 3;
  const tried: Tried[] = [];
  for (let start = from + 2; start <= done - 2; start += 0.25) {
    const fit = fitOf(even, from, done, (i) => [1, i - from, Math.max(0, i - start) ** FROM_REST]);
    if (fit && fit.factors[2]! > 0) tried.push({ frame: first + start, miss: fit.misses / values });
  }
  if (tried.length === 0) return null;
  const { frame, ...told } = likelyMoment(tried, values, NOISE ** 2, rate);
  const half = Math.max(0.5, LEAST_HALF * rate);
  return { frame, from: Math.min(told.from, frame - half), to: Math.max(told.to, frame + half), sure: 0.6 };
}
