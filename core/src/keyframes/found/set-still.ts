import type { FollowedBody } from '../../pose/index.ts';
import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { waysOf, type JointFlow } from './flow-at-joints.ts';
import { beginOf, cornerOf, fitOf, likelyMoment, quantileOf, rateOf, smoothed, withoutJumps, type Tried } from './series.ts';

/** What may go first. */
const GO_FIRST = ['frontAnkle', 'frontKnee', 'frontHip', 'throwingWrist', 'head'] as const;
/** Of the pictures at his joints, in seconds: how long before and after the moment that is expected it may be, how long he stood before that, and how long he is followed from it on. */
const SEEN = { within: 0.12, stood: 0.3, goes: 0.06 };

type Moment = Pick<FoundEvent, 'frame' | 'from' | 'to'>;

/** Share of the motion of the lift up to which he is followed on his way up, so that how he begins tells when. */
const BEGINS = 0.6;
/** What moves while he moves is off by about as much as it is; while he stands, by this share of the motion of the lift. */
const STANDS = 0.03;
/** So many seconds before the knee comes up he begins (the weight goes back first), and the standard deviation of it; on 54 films of the simulated camera. */
const [KNEE_AFTER, KNEE_SPREAD] = [0.1, 0.03];
/** From how long before the knee comes up the set is looked for, and for how long he is looked at before that, in seconds. */
const [LOOKED_FOR, STOOD] = [0.27, 0.3];
/** Errors of the motion within so many seconds are one error: a hand trembles, somebody goes by. */
const ONE_ERROR = 0.05;
/** Told within so many seconds each way, or within so many frames where these are far apart, a set was within two frames in all 54 films. */
const TOLD = { seconds: 0.035, frames: 2.7 };

/**
 * Set: the last still frame. The motion at his body is level while he stands (he sways, the sensor has its noise, a hand trembles) and grows about evenly from the first move on: the corner of these two lines, each value trusted the less the more moves there. The
 * first frame that is clearly not still would be late. Where somebody goes by behind him, or the camera swings, the motion alone tells little: the knee comes up a tenth of a second after he begins, and a corner is the less likely the further it is from there. From the side, where the picture at his joints was asked how far it
 * goes, the set is where that begins, foot, knee, hip, hand and head together; told as sure where the motion begins there too. From the front the foot comes towards the camera first, and its picture tells later than all that moves.
 * Needs: motion at the body; front knee and ankle; the top of the lift.
 */
export function setStill({ times, motion, body, flow, towardsTarget }: ClipEvidence, top: number): FoundEvent | null {
  const rate = rateOf(times);
  const end = Math.round(top);
  if (end < Math.round(0.3 * rate)) return null;
  const begins = kneeComesUp(body, end, rate);
  const expected = { frame: begins - KNEE_AFTER * rate, spread: KNEE_SPREAD * rate };
  const told = Math.max(TOLD.seconds * rate, TOLD.frames);
  const moves = motionBegins(motion, begins, expected, end, rate);
  const goes = moves && flow && towardsTarget !== null && beginsToGo(flow, expected, rate);
  if (!goes) return moves && { ...moves, sure: moves.to - moves.frame < told ? 0.85 : 0.5 };
  const agree = Math.abs(goes.frame - moves.frame) < told;
  return { ...goes, sure: agree && goes.to - goes.frame < told ? 0.85 : 0.5 };
}

/** The corner of the motion at his body; null where he moves no more on his way up than before. */
function motionBegins(
  motion: readonly number[],
  begins: number,
  expected: { readonly frame: number; readonly spread: number },
  end: number,
  rate: number,
): Moment | null {
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const energy = smoothed(withoutJumps(motion), frames(0.017));
  const lift = energy.slice(Math.max(0, end - frames(0.5)), end - frames(0.05));
  const peak = quantileOf(lift, 0.8);
  const still = quantileOf(energy.slice(0, end), 0.1);
  if (peak < 1.6 * still || peak === 0) return null;
  // The first time that the motion of the lift is reached, and what comes before.
  let reached = Math.max(2, Math.round(begins - KNEE_AFTER * rate));
  while (reached < end && Math.min(energy[reached]!, energy[reached + frames(0.03)]!) < still + BEGINS * (peak - still))
    reached++;
  const first = Math.round(begins - LOOKED_FOR * rate);
  const from = Math.max(0, first - frames(STOOD));
  const tried: Tried[] = [];
  for (let corner = Math.max(from + 2, first); corner <= reached - 2; corner += 0.5) {
    const weightOf = (i: number): number => 1 / (STANDS * peak + energy[i]!);
    const fit = fitOf(energy, from, reached, (i) => [1, Math.max(0, i - corner)], weightOf);
    if (fit && fit.factors[1]! > 0) tried.push({ frame: corner, miss: fit.misses });
  }
  return tried.length === 0 ? null : likelyMoment(tried, reached - from + 1, 0, rate, { oneError: ONE_ERROR, expected });
}

/** The moment at which the picture at his joints begins to go: first near what is expected, then near what was found. */
function beginsToGo(flow: JointFlow, expected: { readonly frame: number; readonly spread: number }, rate: number): Moment | null {
  const ways = GO_FIRST.flatMap((joint) => [waysOf(flow, joint, 'x'), waysOf(flow, joint, 'y')]);
  const near = (frame: number, within: number): Moment | null =>
    beginOf(
      ways,
      flow.half,
      {
        first: frame - within * rate,
        last: frame + within * rate,
        low: frame - (within + SEEN.stood) * rate,
        high: frame + (within + SEEN.goes) * rate,
      },
      rate,
      { expected },
    );
  const first = near(expected.frame, SEEN.within);
  return first && near(first.frame, SEEN.within / 2);
}

/** The frame at which the front knee, and the foot that hangs from it, leave the ground: up to half of the way they come up as the time to the power of one and a half. */
function kneeComesUp(body: FollowedBody, top: number, rate: number): number {
  const { frontKnee, frontAnkle } = body.joints;
  const high = frontKnee.map((knee, i) => -(knee.y + frontAnkle[i]!.y) / 2 / body.bodyPixels);
  const stood = Math.max(5, top - Math.round(0.45 * rate));
  const low = quantileOf(high.slice(0, stood), 0.3);
  let half = top;
  while (half > 6 && high[half]! > low + 0.5 * (high[top]! - low)) half--;
  return cornerOf(high, Math.max(0, half - Math.round(0.8 * rate)), half, 'level', 1.5).frame;
}
