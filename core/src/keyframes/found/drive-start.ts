import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { turnBackOf, rateOf, turnOf } from './series.ts';

/** How much of the bending and of the straightening is looked at, in seconds; he straightens faster than he has bent. */
const [BENDS, STRAIGHTENS] = [0.21, 0.12];
/** By how many degrees the joints that were found leave a knee in doubt at best, and from how many on the moment is hardly told: measured on the simulated film. */
const [GOOD, POOR] = [1.2, 2.3];
/** The same where the picture was asked how far the leg goes, in seconds; within how many of the bend that joints show it is looked for; and what share of its squared turns is missed where they are clear. */
const SEEN = { before: 0.21, after: 0.15, near: 0.075, clear: 0.05 };
/** A knee that opens by less than this many degrees while he should straighten has given way. */
const GIVES_WAY = 5;

/**
 * Start of the drive: the back knee's deepest bend between the top of the lift and contact. He bends slowly and straightens fast, so that one curve about the deepest frame lies too early: at the moment half a parabola before it and half a steeper one after it
 * fit the angle best (least squares). The window keeps clear of contact, where the back leg is seen end on. Where the picture at hip, knee and ankle was asked how far it goes, the drive begins where the knee goes from bending to straightening, near that moment.
 * Needs: back hip, knee and ankle; the top of the lift and contact. null where the knee never straightens.
 */
export function driveStart({ times, body, flow }: ClipEvidence, top: number, contact: number): FoundEvent | null {
  const rate = rateOf(times);
  const { backHip, backKnee, backAnkle } = body.joints;
  const last = contact - 0.07 * rate;
  const span = { first: top + 0.05 * rate + 1, last: last - 1, low: top, high: last };
  const turn = turnOf(
    backKnee.map((k, i) => Math.abs(bendOf(k, backHip[i]!, backAnkle[i]!))),
    { ...span, before: BENDS * rate, after: STRAIGHTENS * rate },
    GOOD ** 2,
    rate,
  );
  const isInside = (frame: number): boolean => frame > span.first + 1 && frame < span.last - 1;
  const opens = flow && kneeOpens(body, flow.gone);
  // Near what the joints show; a moment at an end of that lies beyond it, and is another one.
  const reach = turn ? SEEN.near * rate : Number.POSITIVE_INFINITY;
  const middle = turn?.frame ?? 0;
  const near = { first: Math.max(span.first, middle - reach), last: Math.min(span.last, middle + reach) };
  const seen =
    opens && turnBackOf(opens, flow.half, { ...span, ...near, before: SEEN.before * rate, after: SEEN.after * rate }, rate);
  if (seen && seen.best > near.first + 0.5 && seen.best < near.last - 0.5)
    return { frame: seen.frame, from: seen.from, to: seen.to, sure: turn && seen.miss < SEEN.clear ? 0.7 : 0.4 };
  if (turn === null) return null;
  const { frame, from, to, best, rises, miss } = turn;
  return { frame, from, to, sure: isInside(best) && Math.sqrt(miss) < POOR && rises > GIVES_WAY ? 0.6 : 0.3 };
}

type Place = { readonly x: number; readonly y: number };
const cross = (a: Place, b: Place): number => a.x * b.y - a.y * b.x;
const less = (a: Place, b: Place): Place => ({ x: a.x - b.x, y: a.y - b.y });

/** The angle at a knee, from hip to ankle, in degrees; positive one way round. */
function bendOf(knee: Place, hip: Place, ankle: Place): number {
  const [u, w] = [less(hip, knee), less(ankle, knee)];
  return (Math.atan2(cross(u, w), u.x * w.x + u.y * w.y) * 180) / Math.PI;
}

/** By how many degrees the back knee opens around each frame: by how much the shank turns further than the thigh. */
function kneeOpens({ joints }: ClipEvidence['body'], flow: NonNullable<ClipEvidence['flow']>['gone']): Array<number | null> {
  return flow.backKnee.map((v, i) => {
    const [hip, ankle] = [flow.backHip[i]!, flow.backAnkle[i]!];
    if (!v || !hip || !ankle) return null;
    const [thigh, shank] = [less(joints.backHip[i]!, joints.backKnee[i]!), less(joints.backAnkle[i]!, joints.backKnee[i]!)];
    const turned = (limb: Place, end: Place): number =>
      (cross(limb, less(end, v)) / (limb.x ** 2 + limb.y ** 2)) * (180 / Math.PI);
    return Math.sign(cross(thigh, shank)) * (turned(shank, ankle) - turned(thigh, hip));
  });
}
