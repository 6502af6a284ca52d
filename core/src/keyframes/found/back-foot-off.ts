import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { cornerOf, rateOf, smoothed } from './series.ts';

/** Seconds before and after the fastest hand in which the toe leaves the ground (the sheet keeps it to "about release": common practice, no source). */
const [BEFORE, AFTER] = [0.067, 0.083];
/** A foot that leaves the ground rises from rest. */
const FROM_REST = 1.5;
/** Body heights a second by which it rises at least. */
const RISES = 0.3;

/**
 * Back foot leaves the ground: as long as its toe stands or drags its ankle stays about as high as it is, then it rises: the corner of the level line and the curve. The sole itself a shadow hides.
 * Needs: the back ankle from a side; the frame of the fastest hand.
 */
export function backFootOff({ times, body }: ClipEvidence, fastest: number): FoundEvent | null {
  const rate = rateOf(times);
  const high = smoothed(
    body.joints.backAnkle.map((p) => -p.y / body.bodyPixels),
    Math.max(1, Math.round(0.008 * rate)),
  );
  const [from, to] = [Math.round(fastest - BEFORE * rate), Math.round(fastest + AFTER * rate)];
  if (from < 0 || to >= high.length || to - from < 6) return null;
  const { frame } = cornerOf(high, from, to, 'level', FROM_REST);
  if ((high[to]! - high[Math.round(frame)]!) / Math.max(1, to - frame) < RISES / rate) return null;
  const half = Math.max(1, 0.02 * rate);
  return { frame, from: frame - half, to: frame + half, sure: 0.65 };
}
