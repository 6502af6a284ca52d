import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { rateOf, turnOf } from './series.ts';

/** How much of the bending and of the straightening is looked at, in seconds; he straightens faster than he has bent. */
const [BENDS, STRAIGHTENS] = [0.21, 0.12];
/** By how many degrees the joints that were found leave a knee in doubt at best, and from how many on the moment is hardly told: measured on the simulated film. */
const [GOOD, POOR] = [1.2, 2.3];
/** A knee that opens by less than this many degrees while he should straighten has given way. */
const GIVES_WAY = 5;

/**
 * Start of the drive: the back knee's deepest bend between the top of the lift and contact. He bends slowly and straightens fast, so that one curve about the deepest frame lies too early: at the moment half a parabola before it and half a steeper one after it
 * fit the angle best (least squares). The window keeps clear of contact, where the back leg is seen end on.
 * Needs: back hip, knee and ankle; the top of the lift and contact. null where the knee never straightens.
 */
export function driveStart({ times, body }: ClipEvidence, top: number, contact: number): FoundEvent | null {
  const rate = rateOf(times);
  const { backHip, backKnee, backAnkle } = body.joints;
  const angle = backKnee.map((k, i) => {
    const [h, a] = [backHip[i]!, backAnkle[i]!];
    const [ux, uy, vx, vy] = [h.x - k.x, h.y - k.y, a.x - k.x, a.y - k.y];
    return Math.abs((Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy) * 180) / Math.PI);
  });
  const last = contact - 0.07 * rate;
  const span = {
    first: top + 0.05 * rate + 1,
    last: last - 1,
    low: top,
    high: last,
    before: BENDS * rate,
    after: STRAIGHTENS * rate,
  };
  const turn = turnOf(angle, span, GOOD ** 2, rate);
  if (turn === null) return null;
  const { frame, from, to, best, rises, miss } = turn;
  const inside = best > span.first + 1 && best < span.last - 1;
  return { frame, from, to, sure: inside && Math.sqrt(miss) < POOR && rises > GIVES_WAY ? 0.6 : 0.3 };
}
