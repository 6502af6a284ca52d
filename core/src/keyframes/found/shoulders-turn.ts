import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { cornerOf, rateOf, smoothed } from './series.ts';

/** Seconds before contact and before release between which a chest begins to turn. */
const [BEFORE_CONTACT, BEFORE_RELEASE] = [0.12, 0.05];
/** A chest turns from rest (with the power 1.5 of the time), and from the side its width shrinks with the square of its turn. */
const GROWS = 3;

/** Nine of ten lie within so many seconds: 46 films of the demo and tuned ones. */
const HALF_SECONDS = 0.055;

/**
 * Shoulders start to turn: while the chest is closed both shoulders lie along the line, as far apart as they ever are in a film from the side; as it comes round they close up ever faster: where line and curve part.
 * Needs: both shoulders from a side; contact and release.
 */
export function shouldersTurn(
  { times, body, towardsTarget: way }: ClipEvidence,
  contact: number,
  release: number,
): FoundEvent | null {
  if (way === null) return null;
  const rate = rateOf(times);
  const { throwingShoulder, gloveShoulder } = body.joints;
  const apart = smoothed(
    throwingShoulder.map((p, i) => (way * (p.x - gloveShoulder[i]!.x)) / body.bodyPixels),
    Math.max(1, Math.round(0.008 * rate)),
  );
  const from = Math.max(0, Math.round(contact - BEFORE_CONTACT * rate));
  const to = Math.min(apart.length - 1, Math.round(release - BEFORE_RELEASE * rate));
  if (to - from < 6) return null;
  const { frame, slope } = cornerOf(apart, from, to, 'any slope', GROWS);
  if (slope <= 0) return null;
  const half = Math.max(1, HALF_SECONDS * rate);
  return { frame, from: frame - half, to: frame + half, sure: 0.5 };
}
