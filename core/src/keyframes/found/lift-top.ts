import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { rateOf, smoothed, turnOf } from './series.ts';

/** Less than this, as a share of body height, is the error of a joint, and no movement of the knee. */
const FLAT = 0.006;
/** How much to each side of the top is looked at, in seconds, and by how much a knee is off at best, as a share of body height. */
const [NEAR, KNEE] = [0.1, 0.003];
/** Seconds for which a knee that comes and goes is within that of its top. */
const SHARP = 0.06;

/**
 * Top of the leg lift: the front knee highest in the picture, and the foot that hangs from it, which tells the same with an error of its own. A knee comes up faster than it goes down: each has a curve of its own.
 * A knee that hardly moves for a while at its top has its key frame anywhere in that while: the interval holds it, and the find is less sure.
 * Needs: front knee, ankle and hip; `fastest`, the frame of the fastest hand.
 */
export function liftTop({ times, body }: ClipEvidence, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const { frontAnkle, frontHip, frontKnee } = body.joints;
  const low = frontKnee.map((knee, i) => (knee.y + frontAnkle[i]!.y) / 2 / body.bodyPixels);
  const even = smoothed(low, frames(0.008));
  const above = smoothed(
    frontKnee.map((knee, i) => (frontHip[i]!.y - knee.y) / body.bodyPixels),
    frames(0.008),
  );
  const last = fastest - frames(0.25);
  if (last < 3) return null;
  let top = 0;
  for (let i = 0; i <= last; i++) if (even[i]! < even[top]!) top = i;
  const reach = NEAR * rate;
  const span = {
    first: Math.max(0, top - 2 * reach),
    last: Math.min(last, top + 2 * reach),
    low: 0,
    high: last,
    before: reach,
    after: reach,
  };
  const turn = turnOf(low, span, KNEE ** 2, rate);
  const frame = turn?.frame ?? top;
  top = Math.max(0, Math.min(last, Math.round(frame)));
  let [from, to] = [top, top];
  while (from > 0 && even[from - 1]! < even[top]! + FLAT) from--;
  while (to < last && even[to + 1]! < even[top]! + FLAT) to++;
  const flat = (to - from) / rate;
  const lifted = above[top]! > -0.12;
  return {
    frame,
    from: Math.min(turn?.from ?? top, from),
    to: Math.max(turn?.to ?? top, to),
    sure: lifted && flat < SHARP ? 0.65 : 0.5,
  };
}
