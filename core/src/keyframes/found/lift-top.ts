import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { highestNear, rateOf, smoothed } from './series.ts';

/**
 * Top of the leg lift: the front knee highest above the front hip, the top of a narrow parabola. Above the hip rather than in the picture, because the body rises and sinks too.
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
  const half = Math.max(0.5, 0.012 * rate);
  return { frame, from: frame - half, to: frame + half, sure: above[Math.round(frame)]! > -0.12 ? 0.9 : 0.5 };
}
