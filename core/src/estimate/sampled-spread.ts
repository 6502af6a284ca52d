import { normalQuantile } from './normal-quantile.ts';

/** How many draws: the 95 % point of the deviations is then known to about 5 %. */
const DRAWS = 512;
/** Half of a normal 95 % interval, in standard deviations. */
const HALF_95 = 1.959963984540054;

/**
 * One standard deviation of a function of numbers that carry independent normal errors, by drawing them: half the width of the interval around
 * the value that holds 95 % of the draws, over 1.96 (JCGM 101:2008, 7.7, with the value itself as the middle). It holds where first-order
 * propagation does not: at a fold such as an absolute value, beside a division by nearly nothing, where an angle wraps.
 *
 * The draws are those of the additive sequence of the generalised golden ratio (Roberts M, "The Unreasonable Effectiveness of Quasirandom
 * Sequences", 2018; no published table, checked in the tests against first order where that is exact), so that the answer is the same each time.
 *
 * @param compute the figure as a function of all inputs
 * @param wrap the period of an angle, for instance 360: deviations are taken the short way round; null for none
 * @returns infinite when more than one draw in twenty is no finite number
 * @example sampledSpread(([a]) => Math.abs(a!), [0], [2]) // about 2, where first order says 0
 */
export function sampledSpread(
  compute: (inputs: readonly number[]) => number,
  inputs: readonly number[],
  sds: readonly number[],
  wrap: number | null = null,
): number {
  const carrying = sds.flatMap((sd, i) => (sd > 0 ? [i] : []));
  if (carrying.length === 0) return 0;
  const middle = compute(inputs);
  const normals = normalDraws(carrying.length);
  const deviations = new Float64Array(DRAWS);
  for (let n = 0, at = 0; n < DRAWS; n++) {
    const drawn = [...inputs];
    for (const i of carrying) drawn[i] = inputs[i]! + sds[i]! * normals[at++]!;
    const off = compute(drawn) - middle;
    const short = wrap === null ? off : off - wrap * Math.round(off / wrap);
    deviations[n] = Number.isFinite(short) ? Math.abs(short) : Number.POSITIVE_INFINITY;
  }
  deviations.sort();
  return deviations[Math.ceil(0.95 * DRAWS) - 1]! / HALF_95;
}

const known = new Map<number, Float64Array>();
/** The draws in `dimensions` dimensions, one after the other, as standard normal deviates: always the same ones, so they are reckoned once. */
function normalDraws(dimensions: number): Float64Array {
  const before = known.get(dimensions);
  if (before) return before;
  const steps = additiveSteps(dimensions);
  const draws = new Float64Array(DRAWS * dimensions);
  for (let n = 1, at = 0; n <= DRAWS; n++) for (const step of steps) draws[at++] = normalQuantile((0.5 + n * step) % 1);
  known.set(dimensions, draws);
  return draws;
}

/** The steps of the additive sequence in `dimensions` dimensions: powers of the root of x^(d+1) = x + 1. */
function additiveSteps(dimensions: number): number[] {
  let root = 2;
  for (let i = 0; i < 60; i++) root = (1 + root) ** (1 / (dimensions + 1));
  return Array.from({ length: dimensions }, (_, k) => (1 / root ** (k + 1)) % 1);
}
