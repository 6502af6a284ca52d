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
 * @example cornerOf([1, 1, 1, 1, 2, 3, 4], 0, 6, 'level').frame // 3
 */
export function cornerOf(
  values: readonly number[],
  from: number,
  to: number,
  first: 'level' | 'any slope',
): { readonly frame: number; readonly slope: number } {
  let best = { misses: Number.POSITIVE_INFINITY, frame: from, slope: 0 };
  for (let corner = from + 2; corner <= to - 2; corner += 0.5) {
    const fit = cornered(values, from, to, corner, first === 'level' ? 0 : 1);
    if (fit.misses < best.misses) best = { ...fit, frame: corner };
  }
  return best;
}

/** Least squares of y = a + b t + c max(0, t - corner), b only where `sloped`: what it misses, and c. */
function cornered(
  values: readonly number[],
  from: number,
  to: number,
  corner: number,
  sloped: 0 | 1,
): { misses: number; slope: number } {
  const termsOf = (i: number): number[] => [1, sloped * (i - from), Math.max(0, i - corner)];
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
