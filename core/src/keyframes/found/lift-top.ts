import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { waysOf } from './flow-at-joints.ts';
import { middleOf, rateOf, smoothed, turnBackOf, turnOf } from './series.ts';

/** Less than this, as a share of body height, is the error of a joint, and no movement of the knee. */
const FLAT = 0.006;
/** How much to each side of the top is looked at, in seconds, and by how much a knee is off at best, as a share of body height. */
const [NEAR, KNEE] = [0.1, 0.003];
/** The same where the picture was asked, in seconds. */
const NEAR_SEEN = 0.06;
/** Within how many seconds of that the picture is asked, and what share of its squared ways is missed where they are clear. */
const [SEEN, CLEAR] = [0.075, 0.05];
/** So far apart joints and picture may tell the top and still both be believed, in seconds. Further apart than the second of these the picture is believed alone, where its share missed is less than the third: the joints lie beside him then, on somebody behind him or on the other leg. */
const [AGREE, APART, CLEAREST] = [0.03, 0.04, 0.015];
/** A knee that the model sees with less than this about its top, to so many seconds each way, is hidden: by somebody behind him, by his own arm. */
const HIDDEN = { score: 0.34, within: 0.1 };
/** Seconds for which a knee that comes and goes is within that of its top, and from which on it rests there. */
const [SHARP, RESTS] = [0.06, 0.13];

/**
 * Top of the leg lift: the front knee highest in the picture, and the foot that hangs from it, which tells the same with an error of its own. A knee comes up faster than it goes down: each has a curve of its own.
 * A knee that hardly moves for a while at its top has its key frame anywhere in that while: the interval holds it, and the find is less sure. Where the picture at the knee was asked how far it goes, the top is in the middle between
 * that and where it turns back there: a found knee lies beside the true one by as much as the knee goes in the five frames about its top, cloth that follows turns later, and they err by themselves. Nobody is sure of it where they are far apart.
 * Needs: front knee, ankle and hip; `fastest`, the frame of the fastest hand.
 */
export function liftTop({ times, body, flow }: ClipEvidence, fastest: number): FoundEvent | null {
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
  const found = turn?.frame ?? top;
  top = Math.max(0, Math.min(last, Math.round(found)));
  let [from, to] = [top, top];
  while (from > 0 && even[from - 1]! < even[top]! + FLAT) from--;
  while (to < last && even[to + 1]! < even[top]! + FLAT) to++;
  const flat = (to - from) / rate;
  const lifted = above[top]! > -0.12;
  const seen =
    flow &&
    turnBackOf(
      waysOf(flow, 'frontKnee', 'y'),
      flow.half,
      {
        ...span,
        before: NEAR_SEEN * rate,
        after: NEAR_SEEN * rate,
        first: top - SEEN * rate,
        last: Math.min(last, top + SEEN * rate),
      },
      rate,
    );
  const isSeenAlone = turn && seen && Math.abs(turn.frame - seen.frame) > APART * rate && seen.miss < CLEAREST;
  const told = middleOf(turn && seen && !isSeenAlone ? [turn, seen] : [seen ?? turn ?? { frame: top, from: top, to: top }]);
  // Where the picture tells, a knee has to rest for longer before it could be at its top anywhere.
  if (seen && flat < RESTS) {
    const agree = turn !== null && Math.abs(turn.frame - seen.frame) < AGREE * rate;
    const about = frontKnee.slice(Math.max(0, top - frames(HIDDEN.within)), top + frames(HIDDEN.within) + 1);
    const isHidden = about.some((knee) => knee.score < HIDDEN.score);
    return { ...told, sure: lifted && agree && !isHidden && seen.miss < CLEAR ? 0.8 : 0.5 };
  }
  return {
    frame: told.frame,
    from: Math.min(told.from, from),
    to: Math.max(told.to, to),
    sure: lifted && flat < SHARP ? 0.65 : 0.5,
  };
}
