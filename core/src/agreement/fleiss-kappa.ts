import { NO_VARIANCE, NOTHING_SHARED, placeIn, placesOf, undefinedFor, type Ratings, type Undefined } from './ratings.ts';

export interface FleissKappa {
  readonly value: number;
  /** Units that every rater has scored; others are left out. */
  readonly units: number;
  readonly raters: number;
  readonly reason: null;
}

/**
 * Agreement of several raters beyond chance, whoever of them scored which unit: Fleiss JL, Psychol Bull 1971;76:378-382. Only units that all raters have
 * scored are taken; for others see `krippendorffAlpha`.
 *
 * @param ratings `ratings[unit][rater]`; null: not visible or not scored
 * @param categories every level there is, in its order
 * @returns `value` null where no unit is complete, there is one rater, or all levels are one
 * @throws RangeError for a level that is none of the categories, or rows of different lengths
 * @example fleissKappa([[0, 0], [1, 1], [0, 1]], { categories: [0, 1] }).value // 1/3
 */
export function fleissKappa(
  ratings: Ratings,
  { categories }: { readonly categories: readonly number[] },
): FleissKappa | Undefined {
  const places = placesOf(categories);
  const raters = ratings[0]?.length ?? 0;
  if (ratings.some((u) => u.length !== raters)) throw new RangeError('every unit has a place for every rater');
  const complete = ratings.filter((unit): unit is readonly number[] => unit.every((r) => r !== null));
  if (raters < 2 || complete.length === 0) return undefinedFor(NOTHING_SHARED);
  const totals = categories.map(() => 0);
  let observed = 0;
  for (const unit of complete) {
    const counts = categories.map(() => 0);
    for (const level of unit) counts[placeIn(places, level)]! += 1;
    for (const [i, c] of counts.entries()) totals[i]! += c;
    observed += counts.reduce((s, c) => s + c * (c - 1), 0) / (raters * (raters - 1));
  }
  observed /= complete.length;
  const expected = totals.reduce((s, t) => s + (t / (complete.length * raters)) ** 2, 0);
  if (1 - expected <= Number.EPSILON) return undefinedFor(NO_VARIANCE);
  return { value: (observed - expected) / (1 - expected), units: complete.length, raters, reason: null };
}
