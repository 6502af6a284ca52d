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

/**
 * Where a series is highest between two frames, by a curve of the third degree through `half` values to each side (Savitzky and Golay, 1964): unlike a parabola it is not drawn aside where a movement comes faster than it goes. It is laid anew around
 * the top that it finds, until it stays there.
 *
 * @example skewTop([0, 4, 7, 8, 8, 7.5, 6.8, 6], 0, 7, 3) // 3.4…
 */
export function skewTop(values: readonly number[], from: number, to: number, half: number): number {
  const [a, b] = [Math.max(0, Math.round(from)), Math.min(values.length - 1, Math.round(to))];
  let top = a;
  for (let i = a; i <= b; i++) if (values[i]! > values[top]!) top = i;
  for (let again = 0; again < 3; again++) {
    const middle = Math.round(top);
    const curve = cubicAbout(values, middle, Math.max(0, middle - half), Math.min(values.length - 1, middle + half), half);
    if (curve === null) return top;
    const at = (x: number): number => curve[0] + x * (curve[1] + x * (curve[2] + x * curve[3]));
    // Where it is level, and the ends.
    const level = rootsOf(3 * curve[3], 2 * curve[2], curve[1]).filter((x) => Math.abs(x) <= 1);
    const highest = [...level, -1, 1].reduce((best, x) => (at(x) > at(best) ? x : best), 0);
    const next = middle + highest * half;
    if (Math.round(next) === middle) return next;
    top = Math.max(a, Math.min(b, next));
  }
  return top;
}

/** Least squares of a curve of the third degree over some frames, in shares of `half` from a middle. */
function cubicAbout(
  values: readonly number[],
  middle: number,
  from: number,
  to: number,
  half: number,
): readonly [number, number, number, number] | null {
  const sums = [0, 0, 0, 0, 0, 0, 0];
  const right = [0, 0, 0, 0];
  for (let i = from; i <= to; i++) {
    const x = (i - middle) / half;
    for (let k = 0; k < 7; k++) {
      sums[k]! += x ** k;
      if (k < 4) right[k]! += x ** k * values[i]!;
    }
  }
  const rows = [0, 1, 2, 3].map((j) => sums.slice(j, j + 4));
  return solveLinear(rows, right, 1e-9) as readonly [number, number, number, number] | null;
}

/** Where a x² + b x + c is nothing. */
function rootsOf(a: number, b: number, c: number): number[] {
  if (Math.abs(a) < 1e-12) return Math.abs(b) < 1e-12 ? [] : [-c / b];
  const inside = b * b - 4 * a * c;
  if (inside < 0) return [];
  // No difference of two numbers that are nearly the same (Press et al., Numerical Recipes, 5.6).
  const q = -(b + (b < 0 ? -1 : 1) * Math.sqrt(inside)) / 2;
  return q === 0 ? [0] : [q / a, c / q];
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
    const fit = cornered(values, from, to, corner, first === 'level' ? 0 : 1, grows);
    if (fit.misses < best.misses) best = { ...fit, frame: corner };
  }
  return best;
}

/** Least squares of y = a + b t + c max(0, t - corner)^grows, b only where `sloped`: what it misses, and c. */
function cornered(
  values: readonly number[],
  from: number,
  to: number,
  corner: number,
  sloped: 0 | 1,
  grows: number,
): { misses: number; slope: number } {
  const termsOf = (i: number): number[] => [1, sloped * (i - from), Math.max(0, i - corner) ** grows];
  const squares = [
    [0, 0, 0],
    [0, 1 - sloped, 0],
    [0, 0, 0],
  ];
  const right = [0, 0, 0];
  for (let i = from; i <= to; i++) {
    const terms = termsOf(i);
    for (let j = 0; j < 3; j++) {
      for (let k = 0; k < 3; k++) squares[j]![k]! += terms[j]! * terms[k]!;
      right[j]! += terms[j]! * values[i]!;
    }
  }
  const [a, b, c] = (solveLinear(squares, right) ?? [values[from]!, 0, 0]) as [number, number, number];
  let misses = 0;
  for (let i = from; i <= to; i++) {
    const [, along, beyond] = termsOf(i) as [number, number, number];
    misses += (values[i]! - a - b * along - c * beyond) ** 2;
  }
  return { misses, slope: c };
}

/** Each value the middle one of itself and its neighbours: a jump of one frame, as a film's own key frames make it, is gone. */
export const withoutJumps = (values: readonly number[]): number[] =>
  values.map((v, i) => quantileOf([values[i - 1] ?? v, v, values[i + 1] ?? v], 0.5));
