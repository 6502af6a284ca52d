import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { rateOf, skewTop, smoothed } from './series.ts';

/** Less than this, as a share of body height, is the error of a joint, and no movement of the knee. */
const FLAT = 0.006;
/** Seconds for which a knee that comes and goes is within that of its top. */
const SHARP = 0.06;

/**
 * Top of the leg lift: the front knee highest in the picture, and the foot that hangs from it, which tells the same with an error of its own. A knee comes up faster than it goes down: the curve through its top is of the third degree.
 * A knee that hardly moves for a while at its top has its key frame anywhere in that while: the interval holds it, and the find is less sure.
 * Needs: front knee, ankle and hip; `fastest`, the frame of the fastest hand.
 */
export function liftTop({ times, body }: ClipEvidence, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const { frontAnkle, frontHip, frontKnee } = body.joints;
  const high = smoothed(
    frontKnee.map((knee, i) => -(knee.y + frontAnkle[i]!.y) / 2 / body.bodyPixels),
    frames(0.008),
  );
  const above = smoothed(
    frontKnee.map((knee, i) => (frontHip[i]!.y - knee.y) / body.bodyPixels),
    frames(0.008),
  );
  const last = fastest - frames(0.25);
  if (last < 3) return null;
  const frame = skewTop(high, 0, last, frames(0.067));
  const top = Math.max(0, Math.min(last, Math.round(frame)));
  const half = Math.max(0.5, 0.012 * rate);
  let [from, to] = [top, top];
  while (from > 0 && high[from - 1]! > high[top]! - FLAT) from--;
  while (to < last && high[to + 1]! > high[top]! - FLAT) to++;
  const flat = (to - from) / rate;
  const lifted = above[top]! > -0.12;
  return {
    frame,
    from: Math.min(frame - half, from),
    to: Math.max(frame + half, to),
    sure: lifted && flat < SHARP ? 0.65 : 0.5,
  };
}
