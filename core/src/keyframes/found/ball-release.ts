import type { Blob, ClipEvidence, FoundEvent } from './evidence.ts';
import { rateOf, smoothed, speedOf } from './series.ts';

/** From the wrist to the middle of the ball in the hand, as a share of body height (Winter's tables: a hand is 0.108; value from memory). */
const HAND = 0.085;
/** Body heights a second that a thrown ball goes at least and at most in a picture from the side. */
const [SLOWEST, FASTEST] = [5, 60];
/** A hand that has slowed to this share of its greatest speed has let go. */
const SLOWED = 0.55;
/** A flight that passes the hand by more than this share of body height at its nearest is that of something else, or the hand is on the other arm: of nine such two were more than two frames off. */
const PASSES = 0.15;
/** Its greatest speed is within so many seconds of the frame around which it throws. */
const NEAR_SECONDS = 0.025;

/** A hand is about its fastest from so many seconds before the frame in which it is. */
const FAST_BEFORE = 0.05;
/** A hand that is lost in the throw and found again looks fastest then, when the ball has long left: a flight is looked for from so many seconds before. */
const FLIES_BEFORE = 0.15;

/** A ball is not out of sight for longer than this, in seconds, on its first way: what lies on its line before that is something else. */
const UNSEEN = 0.025;

interface Flight {
  readonly places: ReadonlyArray<{ readonly frame: number; readonly x: number; readonly y: number }>;
  at(frame: number): { readonly x: number; readonly y: number };
}

/**
 * Ball release: the ball's flight, a line through small things that fly from the hand towards the target, led back to where it meets the hand. Where no flight is seen (from front and rear, too few frames a second): where the
 * hand has slowed to 55 % of its greatest speed, which is less sure.
 * Needs: throwing wrist and elbow; blobs.
 */
export function ballRelease(evidence: ClipEvidence, fastest: number): FoundEvent | null {
  const rate = rateOf(evidence.times);
  const left = leaves(evidence, flightsOf(evidence, fastest));
  if (left) {
    const half = left.places >= 3 ? Math.max(1.2, 0.01 * rate) : Math.max(1.6, 0.0135 * rate);
    const sure = left.off > PASSES * evidence.body.bodyPixels ? 0.6 : left.places >= 3 ? 0.97 : 0.85;
    return { frame: left.frame, from: left.frame - half, to: left.frame + half, sure };
  }
  const speed = smoothed(speedOf(evidence.body.joints.throwingWrist, evidence.times, evidence.body.bodyPixels), 1);
  const reach = Math.max(1, Math.round(NEAR_SECONDS * rate));
  let i = Math.max(0, fastest - reach);
  for (let k = i; k <= Math.min(speed.length - 1, fastest + reach); k++) if (speed[k]! > speed[i]!) i = k;
  const limit = SLOWED * speed[i]!;
  while (i < speed.length - 1 && speed[i]! > limit) i++;
  if (speed[i]! > limit) return null;
  const [before, after] = [speed[i - 1]!, speed[i]!];
  const frame = i - (before > after ? (limit - after) / (before - after) : 0);
  const half = Math.max(1.5, 0.02 * rate);
  return { frame, from: frame - half, to: frame + half, sure: 0.6 };
}

/** The first flight with the most places: pairs of blobs in neighbouring frames are led on, and those that lie on their line are counted. Any two small things are a pair: where no line has more, all pairs while the hand is fast. */
function flightsOf({ times, body, blobs, towardsTarget: way }: ClipEvidence, fastest: number): Flight[] {
  if (way === null) return [];
  const rate = rateOf(times);
  const { bodyPixels, joints } = body;
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const aheadOfHand = (frame: number, at: Blob): number => (way * (at.x - joints.throwingWrist[frame]!.x)) / bodyPixels;
  let best: Array<Flight['places']> = [];
  let most = 2;
  const last = Math.min(times.length - 2, fastest + frames(0.2));
  for (let f = Math.max(0, fastest - frames(FLIES_BEFORE)); f < last; f++)
    for (const a of blobs[f] ?? [])
      for (const b of blobs[f + 1] ?? []) {
        const [vx, vy] = [b.x - a.x, b.y - a.y];
        const speed = ((way * vx) / bodyPixels) * rate;
        if (speed < SLOWEST || speed > FASTEST || Math.abs(vy) > 0.6 * Math.abs(vx)) continue;
        if (aheadOfHand(f, a) < 0.02 || (way * (a.x - joints.head[f]!.x)) / bodyPixels < 0.08) continue;
        const places: Array<{ frame: number; x: number; y: number }> = [];
        for (let g = Math.max(0, f - 12); g <= Math.min(times.length - 1, f + 12); g++) {
          const off = (p: Blob): number => Math.hypot(p.x - a.x - vx * (g - f), p.y - a.y - vy * (g - f)) / bodyPixels;
          const [near] = [...(blobs[g] ?? [])].sort((p, q) => off(p) - off(q));
          if (near && off(near) < 0.015 && aheadOfHand(g, near) > 0.01) places.push({ frame: g, x: near.x, y: near.y });
        }
        if (places.length === 2 && most === 2 && f >= fastest - frames(FAST_BEFORE)) best.push(places);
        if (places.length <= most) continue;
        most = places.length;
        best = [places];
      }
  return best.map((places) => lineThrough(withoutStrays(places, Math.max(2, UNSEEN * rate))));
}

/** The places without those that lie more than so many frames before the next one, at the beginning of a flight. */
function withoutStrays(places: Flight['places'], gap: number): Flight['places'] {
  const early = places.slice(0, places.length >> 1);
  return places.slice(early.reduce((from, place, k) => (places[k + 1]!.frame - place.frame > gap ? k + 1 : from), 0));
}

/** The line through the places of a flight, by least squares. */
function lineThrough(places: Flight['places']): Flight {
  const mean = (of: (p: (typeof places)[number]) => number): number => places.reduce((sum, p) => sum + of(p), 0) / places.length;
  const [t, x, y] = [mean((p) => p.frame), mean((p) => p.x), mean((p) => p.y)];
  const spread = places.reduce((sum, p) => sum + (p.frame - t) ** 2, 0);
  const slope = (of: (p: (typeof places)[number]) => number, middle: number): number =>
    places.reduce((sum, p) => sum + (p.frame - t) * (of(p) - middle), 0) / spread;
  const [vx, vy] = [slope((p) => p.x, x), slope((p) => p.y, y)];
  return { places, at: (frame) => ({ x: x + vx * (frame - t), y: y + vy * (frame - t) }) };
}

/** Going back from the first frame of each flight: where the line of one of them comes nearest to the hand, to a tenth of a frame, and how near that is in pixels. */
function leaves(
  { body }: ClipEvidence,
  flights: readonly Flight[],
): { readonly frame: number; readonly places: number; readonly off: number } | null {
  const { throwingWrist, throwingElbow } = body.joints;
  const hand = (frame: number): { x: number; y: number } => {
    const [w, e] = [throwingWrist[frame]!, throwingElbow[frame]!];
    const long = Math.hypot(w.x - e.x, w.y - e.y) || 1;
    const reach = (HAND * body.bodyPixels) / long;
    return { x: w.x + reach * (w.x - e.x), y: w.y + reach * (w.y - e.y) };
  };
  let least = Number.POSITIVE_INFINITY;
  let best: ReturnType<typeof leaves> = null;
  for (const flight of flights) {
    const first = flight.places[0]!.frame;
    for (let tenth = -20; tenth <= 0; tenth++) {
      const at = first + tenth / 10;
      const a = Math.floor(at);
      if (a < 0 || a + 1 >= throwingWrist.length) continue;
      const [p, q, ball] = [hand(a), hand(a + 1), flight.at(at)];
      const share = at - a;
      const off = Math.hypot(ball.x - p.x - share * (q.x - p.x), ball.y - p.y - share * (q.y - p.y));
      if (off < least) [least, best] = [off, { frame: at, places: flight.places.length, off }];
    }
  }
  return best;
}
