import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { rateOf, smoothed } from './series.ts';

/** A head that goes back by less than this share of body height has not rocked back: that is the error of a followed head. */
const ROCKED = 0.012;

/**
 * Body back: after it went back the head is over the place again where it was at set.
 * Needs: the head from a side; the set, and contact, before which it has to be.
 */
export function bodyBack({ times, body, towardsTarget: way }: ClipEvidence, set: FoundEvent, contact: number): FoundEvent | null {
  if (way === null) return null;
  const rate = rateOf(times);
  const ahead = smoothed(
    body.joints.head.map((p) => (way * p.x) / body.bodyPixels),
    Math.max(1, Math.round(0.017 * rate)),
  );
  const start = Math.max(0, Math.round(set.frame));
  const stood = ahead[Math.min(ahead.length - 1, start)]!;
  const last = Math.min(ahead.length - 1, Math.floor(contact));
  let furthest = start;
  for (let i = start; i <= last; i++) if (ahead[i]! < ahead[furthest]!) furthest = i;
  if (stood - ahead[furthest]! < ROCKED) return null;
  let i = furthest;
  while (i < last && ahead[i]! < stood) i++;
  if (i >= last) return null;
  const frame = i - (ahead[i]! - stood) / (ahead[i]! - ahead[i - 1]!);
  // A head that comes slowly is over its place for longer.
  const [a, b] = [i - 2, Math.min(last, i + 2)];
  const pace = Math.max(1e-4, (ahead[b]! - ahead[a]!) / (b - a));
  const half = Math.min(0.15 * rate, Math.max(0.02 * rate, ROCKED / pace));
  return { frame, from: frame - half, to: frame + half, sure: 0.4 };
}
