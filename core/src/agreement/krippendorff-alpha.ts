import { NO_VARIANCE, NOTHING_SHARED, scoredOf, undefinedFor, type Ratings, type Undefined } from './ratings.ts';

export type MeasurementLevel = 'nominal' | 'ordinal' | 'interval';

export interface Alpha {
  readonly value: number;
  /** Units with two or more ratings. */
  readonly units: number;
  /** Ratings in them. */
  readonly n: number;
  readonly reason: null;
}

/**
 * Reliability of any number of raters, any of whom may have left units out: Krippendorff K, "Computing Krippendorff's Alpha-Reliability", 2011. Every unit
 * with two ratings or more counts.
 *
 * @param ratings `ratings[unit][rater]`; null: not visible or not scored
 * @param level how a difference weighs: any alike, by ranks, by its square
 * @returns `value` null where no unit has two ratings, or all ratings are one level
 * @example krippendorffAlpha([[1, 1], [2, 2], [3, null]], { level: 'interval' }).value // 1
 */
export function krippendorffAlpha(ratings: Ratings, { level }: { readonly level: MeasurementLevel }): Alpha | Undefined {
  const units = ratings.map(scoredOf).filter((u) => u.length >= 2);
  if (units.length === 0) return undefinedFor(NOTHING_SHARED);
  const values = [...new Set(units.flat())].sort((a, b) => a - b);
  const place = new Map(values.map((v, i) => [v, i]));
  const together = values.map(() => values.map(() => 0));
  for (const unit of units)
    for (const [i, a] of unit.entries())
      for (const [j, b] of unit.entries()) if (i !== j) together[place.get(a)!]![place.get(b)!]! += 1 / (unit.length - 1);
  const totals = together.map((row) => row.reduce((s, x) => s + x, 0));
  const n = totals.reduce((s, t) => s + t, 0);
  /** The difference of two levels, squared; `c` and `k` are their places. */
  const apart = (c: number, k: number): number => {
    if (c === k) return 0;
    if (level === 'nominal') return 1;
    if (level === 'interval') return (values[c]! - values[k]!) ** 2;
    const [from, to] = [Math.min(c, k), Math.max(c, k)];
    const ranks = totals.slice(from, to + 1).reduce((s, t) => s + t, 0) - (totals[from]! + totals[to]!) / 2;
    return ranks ** 2;
  };
  let [observed, expected] = [0, 0];
  for (const c of values.keys())
    for (const k of values.keys()) {
      observed += together[c]![k]! * apart(c, k);
      expected += totals[c]! * totals[k]! * apart(c, k);
    }
  if (expected === 0) return undefinedFor(NO_VARIANCE);
  return { value: 1 - ((n - 1) * observed) / expected, units: units.length, n: Math.round(n), reason: null };
}
