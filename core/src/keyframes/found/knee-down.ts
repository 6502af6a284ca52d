import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { rateOf, smoothed } from './series.ts';

/** Clearly lower: by this share of body height, twice the error of a followed knee. */
const CLEARLY = 0.02;

/** Nine of ten lie within so many seconds: 46 films of the demo and tuned ones. */
const HALF_SECONDS = 0.035;

/**
 * Knee starts down: the first time after the top of the lift at which the front knee is clearly lower than it was there.
 * Needs: the front knee; the top of the lift and contact.
 */
export function kneeDown({ times, body }: ClipEvidence, top: FoundEvent, contact: number): FoundEvent | null {
  const rate = rateOf(times);
  const knee = smoothed(
    body.joints.frontKnee.map((p) => p.y / body.bodyPixels),
    Math.max(1, Math.round(0.008 * rate)),
  );
  const from = Math.max(0, Math.min(knee.length - 1, Math.round(top.frame)));
  const highest = Math.min(...knee.slice(Math.max(0, from - Math.round(0.03 * rate)), from + Math.round(0.03 * rate) + 1));
  let i = from;
  while (i < contact && knee[i]! - highest < CLEARLY) i++;
  if (i >= contact || i === from) return null;
  const [before, now] = [knee[i - 1]! - highest, knee[i]! - highest];
  const frame = i - (now - CLEARLY) / (now - before);
  const half = Math.max(0.5, HALF_SECONDS * rate);
  return { frame, from: frame - half, to: frame + half, sure: Math.min(0.6, top.sure) };
}
