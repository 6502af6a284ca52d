import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { highestNear, rateOf, smoothed } from './series.ts';

/** Less than this, as a share of body height, is the error of a joint, and no movement of the knee. */
const FLAT = 0.006;
/** Seconds for which a knee that comes and goes is within that of its top. */
const SHARP = 0.06;

/**
 * Top of the leg lift: the front knee highest above the front hip, the top of a narrow parabola. Above the hip rather than in the picture, because the body rises and sinks too.
 * A knee that hardly moves for a while at its top has its key frame anywhere in that while: the interval holds it, and the find is less sure.
 * Needs: front knee and hip; `fastest`, the frame of the fastest hand.
 */
export function liftTop({ times, body }: ClipEvidence, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const { frontHip, frontKnee } = body.joints;
  const above = smoothed(
    frontKnee.map((knee, i) => (frontHip[i]!.y - knee.y) / body.bodyPixels),
    frames(0.008),
  );
  const last = fastest - frames(0.25);
  if (last < 3) return null;
  const frame = highestNear(above, 0, last, frames(0.042));
  const top = Math.round(frame);
  const half = Math.max(0.5, 0.012 * rate);
  let [from, to] = [top, top];
  while (from > 0 && above[from - 1]! > above[top]! - FLAT) from--;
  while (to < last && above[to + 1]! > above[top]! - FLAT) to++;
  const flat = (to - from) / rate;
  const lifted = above[top]! > -0.12;
  return {
    frame,
    from: Math.min(frame - half, from),
    to: Math.max(frame + half, to),
    sure: lifted && flat < SHARP ? 0.5 : 0.35,
  };
}
