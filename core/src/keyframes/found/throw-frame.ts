import type { ClipEvidence } from './evidence.ts';
import { rateOf, smoothed } from './series.ts';

/** He comes set and lifts before he throws. */
const NOT_BEFORE_SECONDS = 0.33;
/** To each side of a frame the hand's way is looked at for so many seconds: a hand that is found elsewhere for a frame or two goes far too, but not for as long as one that throws. */
const THROW_SECONDS = 0.025;
/** A wrist found further from its elbow than this share of body height is the other arm's, or somebody else's: a forearm is 0.146 (Winter's tables, value from memory), and a wrist in the blur of a throw was found more than 0.32 off. */
const ON_ARM = 0.4;
/** What of the motion at the body is smoothed, how far apart its tops are at least, in seconds, and how high one is, as a share of the highest: chosen on 28 films from the front. */
const [STEADY_SECONDS, APART_SECONDS, HIGH] = [0.06, 0.1, 0.82];

/**
 * The frame around which he throws, at most some hundredths of a second from the release: everything else is looked for around it. From the side it is that in which the throwing wrist is fastest, on its own arm. From front and rear that hand comes towards
 * the camera or is hidden, and the fastest one is as often the one that falls as the hands part; there it is the last of the tops of the motion at his body: legs and trunk are fast then too, and after it nothing is.
 * Needs: throwing wrist and elbow, or the motion at the body.
 *
 * @example throwFrame(evidence) // 215
 */
export const throwFrame = (evidence: ClipEvidence): number =>
  evidence.towardsTarget === null ? lastOfMostMotion(evidence) : fastestHand(evidence);

const firstOf = (times: readonly number[]): number => Math.min(times.length - 1, Math.round(NOT_BEFORE_SECONDS * rateOf(times)));

function fastestHand({ times, body }: ClipEvidence): number {
  const rate = rateOf(times);
  const { throwingWrist: hand, throwingElbow: elbow } = body.joints;
  const isOwn = hand.map((w, i) => Math.hypot(w.x - elbow[i]!.x, w.y - elbow[i]!.y) <= ON_ARM * body.bodyPixels);
  const reach = Math.max(1, Math.round(THROW_SECONDS * rate));
  const gone = hand.map((_, i) => {
    const [from, to] = [Math.max(0, i - reach), Math.min(hand.length - 1, i + reach)];
    const [a, b] = [hand[from]!, hand[to]!];
    return isOwn[from] && isOwn[to] ? Math.hypot(b.x - a.x, b.y - a.y) : 0;
  });
  const speed = smoothed(gone, Math.max(1, Math.round(rate / 120)));
  let fastest = firstOf(times);
  for (let i = fastest; i < times.length; i++) if (speed[i]! > speed[fastest]!) fastest = i;
  return fastest;
}

function lastOfMostMotion({ times, motion }: ClipEvidence): number {
  const rate = rateOf(times);
  const steady = smoothed(motion, Math.max(1, Math.round(STEADY_SECONDS * rate)));
  const apart = Math.max(1, Math.round(APART_SECONDS * rate));
  const most = Math.max(...steady.slice(firstOf(times)));
  const isTop = (i: number): boolean =>
    steady[i]! >= HIGH * most && steady.slice(Math.max(0, i - apart), i + apart + 1).every((v) => v <= steady[i]!);
  for (let i = times.length - 1; i > firstOf(times); i--) if (isTop(i)) return i;
  return firstOf(times);
}
