import { NOTHING_SHARED, scoredOf, undefinedFor, type Ratings, type Undefined } from './ratings.ts';

export interface PercentAgreement {
  /** Share of pairs of raters that gave a unit the same level, 0 to 1. */
  readonly value: number;
  /** Share of pairs that lie at most one level apart. */
  readonly withinOne: number;
  /** Pairs that were compared. */
  readonly pairs: number;
  readonly reason: null;
}

/**
 * How often two raters give the same level, pooled over all pairs of raters and all units; the plain share, not corrected for chance. (The observed
 * agreement of Fleiss JL, Psychol Bull 1971;76:378-382, taken over pairs, so that units may have different numbers of raters.)
 *
 * @param ratings `ratings[unit][rater]`, levels 0 to 3; null: not visible or not scored
 * @returns `value` null where no unit has two raters
 * @example percentAgreement([[3, 3, 2], [1, null, 2]]) // value 1/4, withinOne 1, pairs 4
 */
export function percentAgreement(ratings: Ratings): PercentAgreement | Undefined {
  let [pairs, same, near] = [0, 0, 0];
  for (const unit of ratings) {
    const levels = scoredOf(unit);
    for (const [i, a] of levels.entries())
      for (const b of levels.slice(i + 1)) {
        pairs += 1;
        if (a === b) same += 1;
        if (Math.abs(a - b) <= 1) near += 1;
      }
  }
  return pairs === 0 ? undefinedFor(NOTHING_SHARED) : { value: same / pairs, withinOne: near / pairs, pairs, reason: null };
}
