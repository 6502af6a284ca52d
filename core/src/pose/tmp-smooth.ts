import { solveLinear } from '../estimate/solve-linear.ts';

/** A place at a time, and how much it counts. */
export interface TrackSample {
  readonly seconds: number;
  readonly x: number;
  readonly y: number;
  /** How sure it is, 0 to 1. */
  readonly score: number;
}
/** Where something is on its smoothed way. */
export interface TrackPlace {
  readonly x: number;
  readonly y: number;
  /** Mean score of the samples nearby. */
  readonly score: number;
  /** Median distance of the samples nearby from the way, in pixels. */
  readonly scatter: number;
}

const ROUNDS = 4;
/** Samples to each side of which the first median is taken. */
const FIRST_REACH = 3;
const [LEAST_SAMPLES, LEAST_SIDE] = [5, 2];

/**
 * A way through samples that may be wrong or missing: at each time a parabola is fitted to the samples nearby (local regression with tri-cube weights, and bisquare weights on what they miss it by: Cleveland WS, J Am Stat
 * Assoc 1979;74:829-836). The window grows until five samples lie in it, two on each side, so that gaps are bridged. `floor` is the miss in pixels below which nobody is doubted; with `fast`, of samples far apart in time only those are doubted that jump there and back, since a hand that throws bends more between them than a parabola. null where there are fewer than three samples.
 */
export function smoothTrack(
  samples: readonly TrackSample[],
  times: readonly number[],
  options: { readonly halfWindowSeconds: number; readonly floor: number; readonly fast?: boolean },
): TrackPlace[] | null {
  if (samples.length < 3) return null;
  const { halfWindowSeconds, floor, fast = false } = options;
  const missesOf = (trust: readonly number[]): number[] =>
    samples.map((s) => {
      const at = fitAt(samples, trust, s.seconds, halfWindowSeconds);
      return Math.hypot(s.x - at.x, s.y - at.y);
    });
  // At first a running median, which something far off does not move; what goes one way it leaves as it is.
  const V = (options as any).legs ? (process.env.VL ?? process.env.V ?? 'now') : (process.env.V ?? 'now');
  const middle = medians(samples);
  let misses = V === 'ols' ? missesOf(samples.map(() => 1)) : V.startsWith('pair') ? samples.map((_, i) => pairMiss(samples, i, Number(V.slice(4)))) : samples.map((s, i) => Math.hypot(s.x - middle[i]!.x, s.y - middle[i]!.y));
  if (V === 'min') { const o = missesOf(samples.map(() => 1)); misses = misses.map((m, i) => Math.min(m, o[i]!)); }
  if (V === 'mid') { const o = missesOf(samples.map(() => 1)); misses = misses.map((m, i) => (m + o[i]!) / 2); }
  let trust: number[] = [];
  const beyond = samples.map((_, i) => fast && bendsTooFast(samples, i, FAR_GONE * floor));
  for (let round = 0; round < Number(process.env.R ?? ROUNDS); round++) {
    trust = misses.map((miss, i) => {
      if (beyond[i]) return 1;
      const [a, b] = [samples[Math.max(0, i - 1)]!, samples[Math.min(samples.length - 1, i + 1)]!]; const share = miss / (6 * Math.max(medianNear(misses, i, Number(process.env.MN ?? 15)), floor, Number(((options as any).legs ? process.env.KL : undefined) ?? process.env.K ?? 0) * Math.hypot(a.x - b.x, a.y - b.y)));
      return share < 1 ? (1 - share * share) ** 2 : 0;
    });
    misses = missesOf(trust);
  }
  return times.map((seconds) => ({
    ...fitAt(samples, trust, seconds, halfWindowSeconds),
    scatter: medianNear(misses, Math.min(samples.length - 1, lowerBound(samples, seconds)), 3),
  }));
}

/** Of samples this far apart in seconds a fast hand's way bends more between two of them than a parabola does. */
const FAR_APART = 0.05;
/** A hand whose neighbours are further apart than so many times the least doubt throws; hands that only part are slower, and their errors are doubted. */
const FAR_GONE = 40;
/** A sample further from the middle of its neighbours than this share of how far these are apart jumps there and back. */
const JUMPS = 2;

/** Whether what a parabola misses a sample by says nothing against it: its neighbours are far apart in time, and it lies on their way rather than beside it. */
function bendsTooFast(samples: readonly TrackSample[], i: number, far: number): boolean {
  const [a, s, b] = [samples[i - 1], samples[i]!, samples[i + 1]];
  if (!a || !b || b.seconds - a.seconds < FAR_APART) return false;
  const gone = Math.hypot(a.x - b.x, a.y - b.y);
  return gone > far && Math.hypot(s.x - (a.x + b.x) / 2, s.y - (a.y + b.y) / 2) < JUMPS * gone;
}

function pairMiss(samples: readonly TrackSample[], i: number, rank: number): number {
  const s = samples[i]!;
  const all: number[] = [];
  for (let a = Math.max(0, i - 2); a < i; a++) for (let b = i + 1; b <= Math.min(samples.length - 1, i + 2); b++) {
    const [p, q] = [samples[a]!, samples[b]!]; const u = q.seconds > p.seconds ? (s.seconds - p.seconds) / (q.seconds - p.seconds) : 0.5;
    all.push(Math.hypot(s.x - p.x - u * (q.x - p.x), s.y - p.y - u * (q.y - p.y)));
  }
  if (all.length === 0) { const p = samples[i === 0 ? 1 : i - 1]!; return Math.hypot(s.x - p.x, s.y - p.y); }
  all.sort((a, b) => a - b);
  return all[Math.min(rank, all.length - 1)]!;
}
const medianOf = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1]!;
const medians = (samples: readonly TrackSample[]) =>
  samples.map((_, i) => {
    const near = samples.slice(Math.max(0, i - FIRST_REACH), i + FIRST_REACH + 1);
    return { x: medianOf(near.map((s) => s.x)), y: medianOf(near.map((s) => s.y)) };
  });

function medianNear(values: readonly number[], i: number, reach: number): number {
  return medianOf(values.slice(Math.max(0, i - reach), i + reach + 1));
}

/** Weighted least squares of a parabola in time about `seconds`; its value there. */
function fitAt(
  samples: readonly TrackSample[],
  trust: readonly number[],
  seconds: number,
  halfWindow: number,
): Omit<TrackPlace, 'scatter'> {
  let [from, to] = [lowerBound(samples, seconds - halfWindow), lowerBound(samples, seconds + halfWindow)];
  let half = halfWindow;
  /** Enough that can be trusted, and on both sides: what goes beyond its samples goes astray. */
  const enough = (): boolean => {
    let [before, after] = [0, 0];
    for (let i = from; i < to; i++) {
      if (trust[i]! <= 0.1) continue;
      if (samples[i]!.seconds <= seconds) before++;
      if (samples[i]!.seconds >= seconds) after++;
    }
    return (
      before + after >= LEAST_SAMPLES && (before >= LEAST_SIDE || from === 0) && (after >= LEAST_SIDE || to === samples.length)
    );
  };
  while (!enough() && (from > 0 || to < samples.length)) {
    half *= 1.25;
    [from, to] = [lowerBound(samples, seconds - half), lowerBound(samples, seconds + half)];
  }
  const reach = half * 1.15;
  const moments = [0, 0, 0, 0, 0];
  const [xs, ys] = [
    [0, 0, 0],
    [0, 0, 0],
  ];
  let [score, weights] = [0, 0];
  for (let i = from; i < to; i++) {
    const s = samples[i]!;
    const u = (s.seconds - seconds) / reach;
    const near = Math.max(0, 1 - Math.abs(u) ** 3) ** 3 * trust[i]!;
    let w = near * Math.max(0.02, s.score);
    for (let k = 0; k < 5; k++) {
      moments[k]! += w;
      if (k < 3) {
        xs[k]! += w * s.x;
        ys[k]! += w * s.y;
      }
      w *= u;
    }
    score += near * s.score;
    weights += near;
  }
  const x = valueAtZero(moments, xs);
  const y = valueAtZero(moments, ys);
  return { x, y, score: weights > 0 ? score / weights : 0 };
}

/** First index whose time is not before `seconds`. */
function lowerBound(samples: readonly TrackSample[], seconds: number): number {
  let [low, high] = [0, samples.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (samples[middle]!.seconds < seconds) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The constant of the parabola whose normal equations have these sums; a little weight on its bend keeps few samples from swinging. */
function valueAtZero(moments: readonly number[], sums: readonly number[]): number {
  const [s0, s1, s2, s3, s4] = moments as [number, number, number, number, number];
  const ridge = 1e-6 * s0;
  const fit = solveLinear(
    [
      [s0, s1, s2],
      [s1, s2 + ridge, s3],
      [s2, s3, s4 + ridge],
    ],
    sums,
  );
  // Samples of one moment have no slope: their mean.
  return fit ? fit[0]! : sums[0]! / s0;
}
