import { normalQuantile } from '../estimate/normal-quantile.ts';
import { NO_VARIANCE, NOTHING_SHARED, placeIn, placesOf, undefinedFor, type Undefined } from './ratings.ts';

export type KappaWeights = 'none' | 'linear' | 'quadratic';

export interface Kappa {
  readonly value: number;
  /** For a kappa that is not 0 (Fleiss, Cohen and Everitt 1969). */
  readonly standardError: number;
  /** 95 % limits. */
  readonly lower: number;
  readonly upper: number;
  /** Units that both have scored. */
  readonly n: number;
  readonly reason: null;
}

const agreementOf: Readonly<Record<KappaWeights, (apart: number, most: number) => number>> = {
  none: (apart) => (apart === 0 ? 1 : 0),
  linear: (apart, most) => 1 - apart / most,
  quadratic: (apart, most) => 1 - (apart / most) ** 2,
};

/**
 * Agreement of two raters beyond chance, each unit scored once by both: Cohen J, Educ Psychol Meas 1960;20:37-46; weighted by how far apart two levels
 * are, Cohen J, Psychol Bull 1968;70:213-220. Standard error: Fleiss JL, Cohen J, Everitt BS, Psychol Bull 1969;72:323-327.
 *
 * @param a levels of one rater by unit; null: not visible or not scored
 * @param b levels of the other, in the same order of units
 * @param categories every level there is, in its order
 * @returns `value` null where they share no unit, or both gave one and the same level everywhere
 * @throws RangeError when the lists are not equally long, or a level is none of the categories
 * @example cohenKappa([0, 1, 2, 3], [0, 1, 3, 3], { weights: 'quadratic', categories: [0, 1, 2, 3] }).value // 0.917
 */
export function cohenKappa(
  a: ReadonlyArray<number | null>,
  b: ReadonlyArray<number | null>,
  { weights, categories }: { readonly weights: KappaWeights; readonly categories: readonly number[] },
): Kappa | Undefined {
  if (a.length !== b.length) throw new RangeError(`units of one rater ${a.length}, of the other ${b.length}`);
  const places = placesOf(categories);
  const k = categories.length;
  const counts = Array.from({ length: k }, () => Array.from({ length: k }, () => 0));
  let n = 0;
  for (const [i, x] of a.entries()) {
    const y = b[i] ?? null;
    if (x === null || y === null) continue;
    counts[placeIn(places, x)]![placeIn(places, y)]! += 1;
    n += 1;
  }
  if (n === 0) return undefinedFor(NOTHING_SHARED);
  const w = (i: number, j: number): number => agreementOf[weights](Math.abs(i - j), k - 1);
  const all = Array.from({ length: k }, (_, i) => i);
  const p = (i: number, j: number): number => counts[i]![j]! / n;
  const sum = (of: (i: number) => number): number => all.reduce((s, i) => s + of(i), 0);
  const rows = all.map((i) => sum((j) => p(i, j)));
  const columns = all.map((j) => sum((i) => p(i, j)));
  const observed = sum((i) => sum((j) => w(i, j) * p(i, j)));
  const expected = sum((i) => sum((j) => w(i, j) * rows[i]! * columns[j]!));
  const chance = 1 - expected;
  if (chance <= Number.EPSILON) return undefinedFor(NO_VARIANCE);
  const value = (observed - expected) / chance;
  const rowMean = all.map((i) => sum((j) => columns[j]! * w(i, j)));
  const columnMean = all.map((j) => sum((i) => rows[i]! * w(i, j)));
  const spread = sum((i) => sum((j) => p(i, j) * (w(i, j) * chance - (rowMean[i]! + columnMean[j]!) * (1 - observed)) ** 2));
  const variance = (spread - (observed * expected - 2 * expected + observed) ** 2) / (n * chance ** 4);
  const standardError = Math.sqrt(Math.max(0, variance));
  const reach = normalQuantile(0.975) * standardError;
  return { value, standardError, lower: value - reach, upper: value + reach, n, reason: null };
}
