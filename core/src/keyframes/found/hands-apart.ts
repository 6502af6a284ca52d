import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { fitOf, likelyMoment, rateOf, type Tried } from './series.ts';

/** Wrists of hands that are together are found nearer than the first of these, as shares of body height; from the second one on the arms swing by ways of their own. */
const [TOGETHER, SWING, WIDE] = [0.15, 0.3, 0.45];
/** Hands that take this long from the second to the third, in seconds, are no quick ones, and how long quick ones take. */
const [SLOW, QUICK] = [0.08, 0.05];
/**
 * Of quick hands, in seconds, and of slower ones as many times longer as they take: how much before is looked at, how long before and after that they may have parted, and how long they may take to come up to speed. Common practice
 * on the simulated film, no source.
 */
const [BEFORE, EARLIEST, LATEST] = [0.1, 0.12, 0.04];
const UP_TO_SPEED = [0.04, 0.05, 0.06, 0.07, 0.08, 0.09, 0.1];
/** By how much a found wrist is off at best, as a share of body height. */
const WRIST = 0.007;

/**
 * Hands apart: while they are together the distance of the wrists runs along a line, since hands that turn in the glove move the wrists too; then they part from rest, ever faster until they go at one speed. Every start and every time
 * to come up to speed counts by how well it fits, wrists that are hardly seen by the square of how sure the model is of them. A limit on the gap would be a tenth of a second late.
 * Needs: both wrists; the top of the lift and the frame of the throw. null where they do not part, or have done so long before the top.
 */
export function handsApart({ times, body }: ClipEvidence, top: number, thrown: number): FoundEvent | null {
  const rate = rateOf(times);
  const { throwingWrist, gloveWrist } = body.joints;
  const gap = throwingWrist.map((w, i) => Math.hypot(w.x - gloveWrist[i]!.x, w.y - gloveWrist[i]!.y) / body.bodyPixels);
  let near = Math.min(Math.round(thrown - 0.1 * rate), Math.round(top + 0.6 * rate), gap.length - 1);
  while (near > 0 && gap[near]! > TOGETHER) near--;
  let end = near;
  while (end < thrown && gap[end]! < SWING) end++;
  if (end >= thrown || near < top - 0.15 * rate) return null;
  let wide = end;
  while (wide < thrown && gap[wide]! < WIDE) wide++;
  const takes = (wide - end) / rate;
  const second = takes < SLOW ? rate : (rate * takes) / QUICK;
  const from = Math.max(0, Math.floor(near - BEFORE * second));
  const seen = throwingWrist.slice(from, end + 1).map((w, k) => Math.min(w.score, gloveWrist[from + k]!.score) ** 2);
  const best = Math.max(...seen);
  const weight = (i: number): number => seen[i - from]! / best;
  // Less what a fit takes of them itself.
  const values = Math.max(1, seen.reduce((sum, s) => sum + s / best, 0) - 4);
  const tried: Tried[] = [];
  for (let frame = near - EARLIEST * second; frame <= near + LATEST * second; frame += second / 240)
    for (const seconds of UP_TO_SPEED) {
      const speeds = seconds * second;
      const gone = (u: number): number => (u <= 0 ? 0 : u < speeds ? (u * u) / (2 * speeds) : u - speeds / 2);
      const fit = fitOf(gap, from, end, (i) => [1, i - near, gone(i - frame)], weight);
      if (fit && fit.factors[2]! > 0) tried.push({ frame, miss: fit.misses / values });
    }
  if (tried.length === 0) return null;
  return { ...likelyMoment(tried, values, WRIST ** 2, rate), sure: 0.3 };
}
