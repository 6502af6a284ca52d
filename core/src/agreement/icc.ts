import { fQuantile } from '../estimate/f-quantile.ts';
import { NO_VARIANCE, NOTHING_SHARED, undefinedFor, type Ratings, type Undefined } from './ratings.ts';

/** Shrout and Fleiss: 1, other raters for each unit; 2, the same raters, drawn from many; 3, the same raters, and no others meant. 1: of one rater; k: of the mean of all. */
export type IccModel = '1,1' | '2,1' | '3,1' | '1,k' | '2,k' | '3,k';

export interface Icc {
  readonly value: number;
  /** 95 % limits. */
  readonly lower: number;
  readonly upper: number;
  /** Units that every rater has scored; others are left out. */
  readonly units: number;
  readonly raters: number;
  readonly reason: null;
}

/**
 * Intraclass correlation: how much of the spread of levels is of the units and not of the raters. Shrout PE, Fleiss JL, Psychol Bull 1979;86:420-428, with
 * their limits.
 *
 * @param ratings `ratings[unit][rater]`; null: not visible or not scored
 * @returns `value` null with fewer than two raters or two complete units, or where nothing varies
 * @throws RangeError for rows of different lengths
 * @example icc([[9, 2, 5, 8], [6, 1, 3, 2], [8, 4, 6, 8], [7, 1, 2, 6], [10, 5, 6, 9], [6, 2, 4, 7]], { model: '2,1' }).value // 0.29
 */
export function icc(ratings: Ratings, { model }: { readonly model: IccModel }): Icc | Undefined {
  const k = ratings[0]?.length ?? 0;
  if (ratings.some((u) => u.length !== k)) throw new RangeError('every unit has a place for every rater');
  const rows = ratings.filter((unit): unit is readonly number[] => unit.every((r) => r !== null));
  const n = rows.length;
  if (k < 2 || n < 2) return undefinedFor(NOTHING_SHARED);
  const mean = (xs: readonly number[]): number => xs.reduce((s, x) => s + x, 0) / xs.length;
  const all = mean(rows.flat());
  const unitMeans = rows.map(mean);
  const raterMeans = Array.from({ length: k }, (_, j) => mean(rows.map((r) => r[j]!)));
  const squares = (of: (i: number, j: number) => number): number =>
    rows.reduce((s, row, i) => s + row.reduce((t, _, j) => t + of(i, j) ** 2, 0), 0);
  const total = squares((i, j) => rows[i]![j]! - all);
  if (total === 0) return undefinedFor(NO_VARIANCE);
  // Mean squares between units, within units, between raters, and of what is left.
  const bms = squares((i) => unitMeans[i]! - all) / (n - 1);
  const wms = squares((i, j) => rows[i]![j]! - unitMeans[i]!) / (n * (k - 1));
  const jms = squares((_, j) => raterMeans[j]! - all) / (k - 1);
  const ems = squares((i, j) => rows[i]![j]! - unitMeans[i]! - raterMeans[j]! + all) / ((n - 1) * (k - 1));
  const single = (f: number): number => (Number.isFinite(f) ? (f - 1) / (f + k - 1) : 1);
  const ofMean = (rho: number): number => (k * rho) / (1 + (k - 1) * rho);
  const [lower, value, upper] =
    model[0] === '2'
      ? sameRatersOfMany({ n, k, bms, jms, ems })
      : ((of: number, df: number): [number, number, number] => {
          const f = of === 0 ? Number.POSITIVE_INFINITY : bms / of;
          return [single(f / fQuantile(0.975, n - 1, df)), single(f), single(f * fQuantile(0.975, df, n - 1))];
        })(model[0] === '1' ? wms : ems, model[0] === '1' ? n * (k - 1) : (n - 1) * (k - 1));
  const step = model.endsWith('k') ? ofMean : (rho: number): number => rho;
  return { value: step(value), lower: step(lower), upper: step(upper), units: n, raters: k, reason: null };
}

/** ICC(2,1) between its limits, by the approximation of Satterthwaite that Shrout and Fleiss give. */
function sameRatersOfMany({ n, k, bms, jms, ems }: Record<'n' | 'k' | 'bms' | 'jms' | 'ems', number>): [number, number, number] {
  const rho = (bms - ems) / (bms + (k - 1) * ems + (k * (jms - ems)) / n);
  if (ems === 0 && jms === 0) return [1, 1, 1];
  const fj = ems === 0 ? Number.POSITIVE_INFINITY : jms / ems;
  const rest = n * (1 + (k - 1) * rho) - k * rho;
  const df = Number.isFinite(fj)
    ? ((k - 1) * (n - 1) * (k * rho * fj + rest) ** 2) / ((n - 1) * k ** 2 * rho ** 2 * fj ** 2 + rest ** 2)
    : k - 1;
  const [low, high] = [fQuantile(0.975, n - 1, df), fQuantile(0.975, df, n - 1)];
  const other = k * jms + (k * n - k - n) * ems;
  return [(n * (bms - low * ems)) / (low * other + n * bms), rho, (n * (high * bms - ems)) / (other + n * high * bms)];
}
