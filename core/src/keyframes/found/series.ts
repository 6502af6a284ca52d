import { solveLinear } from '../../estimate/solve-linear.ts';

/** Frames a second of a clip, from the median distance of its frames. */
export function rateOf(times: readonly number[]): number {
  const steps = times
    .slice(1)
    .map((t, i) => t - times[i]!)
    .sort((a, b) => a - b);
  return 1 / steps[steps.length >> 1]!;
}

/** A value of which a share `p` of the values is smaller. */
export function quantileOf(values: readonly number[], p: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.max(0, Math.min(sorted.length - 1, Math.floor(p * sorted.length)))]!;
}

/** Triangular running mean over `half` frames to each side. */
export function smoothed(values: readonly number[], half: number): number[] {
  return values.map((_, i) => {
    let [sum, weights] = [0, 0];
    for (let k = Math.max(0, i - half); k <= Math.min(values.length - 1, i + half); k++) {
      const w = 1 - Math.abs(k - i) / (half + 1);
      sum += w * values[k]!;
      weights += w;
    }
    return sum / weights;
  });
}

/**
 * Where a series is highest between two frames, between frames too: the top of a parabola through `half` values to each side of the highest one. The highest one itself where no parabola has a top there.
 *
 * @example highestNear([0, 3, 4, 3, 0], 0, 4, 1) // 2
 */
export function highestNear(values: readonly number[], from: number, to: number, half: number): number {
  const [a, b] = [Math.max(0, Math.round(from)), Math.min(values.length - 1, Math.round(to))];
  let top = a;
  for (let i = a; i <= b; i++) if (values[i]! > values[top]!) top = i;
  const [low, high] = [Math.max(a, top - half), Math.min(b, top + half)];
  // Least squares of a parabola about the top.
  const s = [0, 0, 0, 0, 0];
  const r = [0, 0, 0];
  for (let i = low; i <= high; i++)
    for (let k = 0; k < 5; k++) {
      s[k]! += (i - top) ** k;
      if (k < 3) r[k]! += (i - top) ** k * values[i]!;
    }
  const fit = solveLinear(
    [
      [s[0]!, s[1]!, s[2]!],
      [s[1]!, s[2]!, s[3]!],
      [s[2]!, s[3]!, s[4]!],
    ],
    r,
    1e-9,
  );
  if (fit === null) return top;
  const [, slope, bend] = fit as [number, number, number];
  if (bend >= 0) return top;
  return top + Math.max(-half, Math.min(half, -slope / (2 * bend)));
}

/** Joint speeds in body heights a second, a value a frame, from the frames beside it. */
export function speedOf(
  track: ReadonlyArray<{ readonly x: number; readonly y: number }>,
  times: readonly number[],
  bodyPixels: number,
): number[] {
  return track.map((_, i) => {
    const [a, b] = [Math.max(0, i - 1), Math.min(track.length - 1, i + 1)];
    return Math.hypot(track[b]!.x - track[a]!.x, track[b]!.y - track[a]!.y) / bodyPixels / (times[b]! - times[a]!);
  });
}

/**
 * The corner of the two lines that fit a series best between two frames, by least squares over all corners half a frame apart; the first line level, or of any slope. `slope` is by how much the second line is steeper, a frame.
 *
 * @param grows the power of the time with which it leaves the first line: 1 at once, 1.5 from rest
 * @example cornerOf([1, 1, 1, 1, 2, 3, 4], 0, 6, 'level').frame // 3
 */
export function cornerOf(
  values: readonly number[],
  from: number,
  to: number,
  first: 'level' | 'any slope',
  grows = 1,
): { readonly frame: number; readonly slope: number } {
  let best = { misses: Number.POSITIVE_INFINITY, frame: from, slope: 0 };
  for (let corner = from + 2; corner <= to - 2; corner += 0.5) {
    const fit = fitOf(values, from, to, (i) => [1, ...(first === 'level' ? [] : [i - from]), Math.max(0, i - corner) ** grows]);
    if (fit && fit.misses < best.misses) best = { misses: fit.misses, frame: corner, slope: fit.factors.at(-1)! };
  }
  return best;
}

/**
 * Least squares of a series between two frames by a sum of terms of the frame, each value with its weight; null where they do not tell.
 *
 * @returns the factor of each term, and the sum of the squares that the sum of them misses the series by
 * @example fitOf([1, 3, 5], 0, 2, (i) => [1, i])?.factors // [1, 2]
 */
export function fitOf(
  values: readonly number[],
  from: number,
  to: number,
  termsOf: (frame: number) => readonly number[],
  weightOf: (frame: number) => number = () => 1,
): { readonly factors: readonly number[]; readonly misses: number } | null {
  const rows: Array<readonly number[]> = [];
  const weights: number[] = [];
  for (let i = from; i <= to; i++) {
    rows.push(termsOf(i));
    weights.push(weightOf(i));
  }
  const sum = (of: (row: readonly number[], value: number) => number): number =>
    rows.reduce((all, row, k) => all + weights[k]! * of(row, values[from + k]!), 0);
  const each = rows[0]?.map((_, j) => j) ?? [];
  const factors = solveLinear(
    each.map((j) => each.map((k) => sum((row) => row[j]! * row[k]!))),
    each.map((j) => sum((row, value) => row[j]! * value)),
    1e-12,
  );
  if (factors === null) return null;
  return { factors, misses: sum((row, value) => (value - row.reduce((at, term, j) => at + term * factors[j]!, 0)) ** 2) };
}

/** A frame that was tried for a moment, and the mean square by which the series misses what it would be then. */
export interface Tried {
  readonly frame: number;
  readonly miss: number;
}

/** Errors of a found joint within so many seconds are one error; and how well a moment is told at best, in seconds. */
const [ONE_ERROR, MOMENT] = [1 / 40, 0.01];

/**
 * The moment of which several frames were tried: the mean of them, each as likely as its fit makes it (errors with a bell curve), and twice its standard deviation to each side.
 *
 * @param values how many values the fits are made of
 * @param least the mean square that no series is below
 * @param known within how many seconds errors are one error, and where something else lets expect the moment (a bell curve too)
 * @example likelyMoment([{ frame: 1, miss: 4 }, { frame: 2, miss: 1 }, { frame: 3, miss: 4 }], 30, 1, 120).frame // 2
 */
export function likelyMoment(
  tried: readonly Tried[],
  values: number,
  least: number,
  rate: number,
  known: { readonly oneError?: number; readonly expected?: { readonly frame: number; readonly spread: number } } = {},
): { readonly frame: number; readonly from: number; readonly to: number } {
  const { oneError = ONE_ERROR, expected } = known;
  const best = Math.min(...tried.map((t) => t.miss));
  const independent = Math.max(1, values) / Math.max(1, oneError * rate);
  const doubts = tried.map(
    (t) =>
      (independent * (t.miss - best)) / Math.max(Number.MIN_VALUE, least, best) +
      (expected ? ((t.frame - expected.frame) / expected.spread) ** 2 : 0),
  );
  const doubt = Math.min(...doubts);
  const weights = doubts.map((d) => Math.exp((doubt - d) / 2));
  const all = weights.reduce((sum, w) => sum + w, 0);
  const mean = (of: (frame: number) => number): number => tried.reduce((sum, t, k) => sum + weights[k]! * of(t.frame), 0) / all;
  const frame = mean((f) => f);
  // A frame of the film at least: what happens between two of them is not seen.
  const told = 2 * Math.hypot(Math.sqrt(mean((f) => (f - frame) ** 2)), MOMENT * rate, 1);
  return { frame, from: frame - told, to: frame + told };
}

/** So many values tell when what stood begins to go. */
const LEAST_STOOD = 12;
/** So many ways tell where they turn back, and the share of their squares that the best fit of them misses at least. */
const [LEAST_WAYS, LEAST_MISS] = [5, 0.002];

/** Where and how a series turns upwards. */
export interface Turn {
  readonly frame: number;
  readonly from: number;
  readonly to: number;
  /** The frame that fits best by itself, by how much the series is higher at the end of what is looked at after it, and the mean square by which it is missed. */
  readonly best: number;
  readonly rises: number;
  readonly miss: number;
}

/**
 * The moment at which a series is lowest, where it may go down slowly and come up fast: half a parabola before it and another half after it fit the series best (least squares; one parabola would lie on the side of the slow half). Every quarter of a frame is tried. null
 * where the series has no such moment.
 *
 * @param span from `first` to `last` it is looked for; values from below `low` and beyond `high` do not count, nor those more than `before` and `after` frames to each side
 * @param least as for `likelyMoment`
 * @param known as for `likelyMoment`; values that do not count
 * @example turnOf([9, 4, 1, 0, 4, 16, 36], { first: 1, last: 5, low: 0, high: 6, before: 3, after: 3 }, 0.01, 120)?.best // 3
 */
export function turnOf(
  values: readonly number[],
  span: Readonly<Record<'first' | 'last' | 'low' | 'high' | 'before' | 'after', number>>,
  least: number,
  rate: number,
  known: Parameters<typeof likelyMoment>[4] & { readonly isLeftOut?: (value: number) => boolean } = {},
): Turn | null {
  const { before, after } = span;
  const weightOf = (i: number): number => (known.isLeftOut?.(values[i]!) ? 0 : 1);
  const tried: Tried[] = [];
  let best: (Tried & { readonly rises: number; readonly count: number }) | null = null;
  for (let frame = span.first; frame <= span.last; frame += 0.25) {
    const from = Math.max(0, Math.ceil(Math.max(span.low, frame - before)));
    const to = Math.min(values.length - 1, Math.floor(Math.min(span.high, frame + after)));
    const halves = (i: number): number[] => [1, Math.max(0, (frame - i) / before) ** 2, Math.max(0, (i - frame) / after) ** 2];
    const fit = fitOf(values, from, to, halves, weightOf);
    const [, falls, rises] = fit?.factors ?? [];
    if (!fit || falls! < 0 || rises! < 0) continue;
    let count = 0;
    for (let i = from; i <= to; i++) count += weightOf(i);
    const miss = fit.misses / count;
    tried.push({ frame, miss });
    if (best === null || miss < best.miss) best = { frame, miss, rises: rises!, count };
  }
  return best && { ...likelyMoment(tried, best.count, least, rate, known), best: best.frame, rises: best.rises, miss: best.miss };
}

/**
 * The moment at which what goes one way turns back, from how far it has gone in the `half` frames to each side of every frame: its place is a parabola of third order from that moment on, another one before it, and both rest at it (least squares, every quarter of a frame tried; one through both sides
 * would lie on the side of the slower one). What a fit misses counts as a share of what it fits: fast ways are missed by more. null where there is no such moment.
 *
 * @param gone how far it has gone around each frame; null where that is not known
 * @param span as for `turnOf`
 * @example turnBackOf([-3, -2, -1, 0, 1, 2, 3], 1, { first: 1, last: 5, low: 0, high: 6, before: 3, after: 3 }, 120)?.best // 3
 */
export function turnBackOf(
  gone: ReadonlyArray<number | null>,
  half: number,
  span: Readonly<Record<'first' | 'last' | 'low' | 'high' | 'before' | 'after', number>>,
  rate: number,
): Omit<Turn, 'rises'> | null {
  const { before, after } = span;
  const ways = gone.map((v) => v ?? 0);
  const isKnown = (i: number): number => (gone[i] === null ? 0 : 1);
  const tried: Tried[] = [];
  let best: Tried | null = null;
  let most = 0;
  for (let frame = span.first; frame <= span.last; frame += 0.25) {
    const from = Math.max(0, Math.ceil(Math.max(span.low, frame - before)));
    const to = Math.min(ways.length - 1, Math.floor(Math.min(span.high, frame + after)));
    let [squares, count] = [0, 0];
    for (let i = from; i <= to; i++)
      if (gone[i] !== null) {
        squares += ways[i]! ** 2;
        count++;
      }
    if (count < LEAST_WAYS || squares === 0) continue;
    const placeAt = (i: number): number[] => {
      const [u, v] = [Math.min(0, (i - frame) / before), Math.max(0, (i - frame) / after)];
      return [u * u, v * v, u ** 3, v ** 3];
    };
    const terms = (i: number): number[] => {
      const earlier = placeAt(i - half);
      return placeAt(i + half).map((later, k) => later - earlier[k]!);
    };
    const fit = fitOf(ways, from, to, terms, isKnown);
    if (!fit || fit.factors[0]! < 0 || fit.factors[1]! < 0) continue;
    most = Math.max(most, count);
    const one = { frame, miss: fit.misses / squares };
    tried.push(one);
    if (best === null || one.miss < best.miss) best = one;
  }
  return best && { ...likelyMoment(tried, most, LEAST_MISS, rate), best: best.frame, miss: best.miss };
}

/**
 * The moment at which what stood begins to go, from how far several things have gone in the `half` frames to each side of every frame: each of them is level until then, and its place is a parabola of third order from then on. One moment for all; the errors of each are as large as its own best fit misses it (the likeliest moment where
 * nobody knows them), so that what sways or trembles counts for little. null where none of them tells.
 *
 * @param gone a series for each of them; null where it is not known
 * @param span it is looked for from `first` to `last`; values from `low` to `high` count
 * @param known as for `likelyMoment`. `upToSpeed`: what has gone slowly faster or slower until then, and goes at one speed more after so many frames (each of them is tried). `counts`: how much each series counts, 1 where nothing is said
 * @example beginOf([[0, 0, 0, 0, 0, 0, 0, 0, 1, 4, 8, 12, 16]], 1, { first: 4, last: 10, low: 0, high: 12 }, 120)?.frame // 8
 */
export function beginOf(
  gone: ReadonlyArray<ReadonlyArray<number | null>>,
  half: number,
  span: Readonly<Record<'first' | 'last' | 'low' | 'high', number>>,
  rate: number,
  known: Parameters<typeof likelyMoment>[4] & {
    readonly upToSpeed?: readonly number[];
    readonly counts?: readonly number[];
  } = {},
): Pick<Turn, 'frame' | 'from' | 'to'> | null {
  const [low, high] = [Math.max(0, Math.ceil(span.low)), Math.floor(span.high)];
  const frames: number[] = [];
  for (let frame = span.first; frame <= span.last; frame += 0.25) frames.push(frame);
  const cubic = (u: number): number[] => {
    const seconds = Math.max(0, (10 * u) / rate);
    return [seconds ** 2, seconds ** 3];
  };
  const places = known.upToSpeed?.map((speeds) => (u: number) => [wayUpTo(u, speeds)]) ?? [cubic];
  const before = known.upToSpeed ? (i: number): number[] => [1, i - low] : (): number[] => [1];
  const tried = frames.flatMap((frame) => places.map((place) => ({ frame, place })));
  let most = 0;
  const sums = tried.map(() => 0);
  for (const [which, one] of gone.entries()) {
    const to = Math.min(high, one.length - 1);
    const isKnown = (i: number): number => ((one[i] ?? null) === null ? 0 : 1);
    const values = one.map((v) => v ?? 0);
    const count = values.slice(low, to + 1).reduce((sum, _, k) => sum + isKnown(low + k), 0);
    if (count < LEAST_STOOD) continue;
    const misses = tried.map(({ frame, place }) => {
      const terms = (i: number): number[] => {
        const earlier = place(i - half - frame);
        return [...before(i), ...place(i + half - frame).map((later, k) => later - earlier[k]!)];
      };
      return fitOf(values, low, to, terms, isKnown)?.misses ?? null;
    });
    const told = misses.filter((m): m is number => m !== null);
    if (told.length < misses.length) continue;
    const least = Math.max(Number.MIN_VALUE, Math.min(...told));
    most = Math.max(most, count);
    told.forEach((m, k) => {
      sums[k]! += (known.counts?.[which] ?? 1) * Math.log(Math.max(m, least) / least);
    });
  }
  if (most === 0) return null;
  return likelyMoment(
    tried.map(({ frame }, k) => ({ frame, miss: 1 + sums[k]! })),
    most,
    1,
    rate,
    known,
  );
}

/**
 * How far something has gone `u` frames after it began from rest, as a share of its way in a frame at full speed, where it takes `speeds` frames to come up to it.
 *
 * @example wayUpTo(6, 4) // 4: two of the six frames are lost
 */
export const wayUpTo = (u: number, speeds: number): number => (u <= 0 ? 0 : u < speeds ? (u * u) / (2 * speeds) : u - speeds / 2);

/** Each value the middle one of itself and its neighbours: a jump of one frame, as a film's own key frames make it, is gone. */
export const withoutJumps = (values: readonly number[]): number[] =>
  values.map((v, i) => quantileOf([values[i - 1] ?? v, v, values[i + 1] ?? v], 0.5));

/**
 * What several tell with errors of their own: their mean.
 *
 * @example middleOf([{ frame: 10, from: 8, to: 12 }, { frame: 12, from: 8, to: 16 }]) // { frame: 11, from: 8, to: 14 }
 */
export function middleOf(told: ReadonlyArray<Pick<Turn, 'frame' | 'from' | 'to'>>): Pick<Turn, 'frame' | 'from' | 'to'> {
  const mean = (of: 'frame' | 'from' | 'to'): number => told.reduce((sum, t) => sum + t[of], 0) / told.length;
  return { frame: mean('frame'), from: mean('from'), to: mean('to') };
}
