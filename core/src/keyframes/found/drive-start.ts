import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { rateOf, skewTop, smoothed } from './series.ts';

/**
 * Start of the drive: the back knee's smallest angle between the top of the lift and contact, the bottom of a curve of the third degree, since he straightens faster than he has bent. The window keeps clear of contact, where the back leg is seen end on.
 * Needs: back hip, knee and ankle; the top of the lift and contact.
 */
export function driveStart({ times, body }: ClipEvidence, top: number, contact: number): FoundEvent | null {
  const rate = rateOf(times);
  const { backHip, backKnee, backAnkle } = body.joints;
  const angle = backKnee.map((k, i) => {
    const [h, a] = [backHip[i]!, backAnkle[i]!];
    const [ux, uy, vx, vy] = [h.x - k.x, h.y - k.y, a.x - k.x, a.y - k.y];
    return Math.abs((Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy) * 180) / Math.PI);
  });
  const [from, to] = [top + 0.07 * rate, contact - 0.07 * rate];
  if (to - from < 3) return null;
  const half = Math.max(1, Math.round(0.017 * rate));
  const frame = skewTop(
    smoothed(angle, half).map((v) => -v),
    from,
    to,
    Math.max(3, Math.round(0.167 * rate)),
  );
  const inside = frame > from + 1 && frame < to - 1;
  return { frame, from: frame - 0.025 * rate, to: frame + 0.025 * rate, sure: inside ? 0.6 : 0.3 };
}
