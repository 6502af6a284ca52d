import { normalQuantile } from '../estimate/normal-quantile.ts';
import { undefinedFor, type Undefined } from './ratings.ts';

export interface ShareInterval {
  /** The share itself, 0 to 1. */
  readonly value: number;
  readonly lower: number;
  readonly upper: number;
  readonly reason: null;
}

/**
 * Limits of a share that hold up for few trials and for shares near 0 and 1: Wilson EB, J Am Stat Assoc 1927;22:209-212, without correction for continuity.
 *
 * @param level of confidence, above 0 and below 1
 * @returns `value` null where there was no trial
 * @throws RangeError for counts that are none, or a level outside 0 to 1
 * @example wilsonInterval(8, 10, { level: 0.95 }) // value 0.8, lower 0.490, upper 0.943
 */
export function wilsonInterval(successes: number, n: number, { level }: { readonly level: number }): ShareInterval | Undefined {
  if (!Number.isInteger(successes) || !Number.isInteger(n) || successes < 0 || successes > n)
    throw new RangeError(`${successes} of ${n} is no count`);
  if (!(level > 0 && level < 1)) throw new RangeError(`${level} is no level of confidence`);
  if (n === 0) return undefinedFor('there was no trial');
  const z = normalQuantile(0.5 + level / 2);
  const share = successes / n;
  const middle = share + z ** 2 / (2 * n);
  const reach = z * Math.sqrt((share * (1 - share)) / n + z ** 2 / (4 * n ** 2));
  const scale = 1 + z ** 2 / n;
  return {
    value: share,
    lower: Math.max(0, (middle - reach) / scale),
    upper: Math.min(1, (middle + reach) / scale),
    reason: null,
  };
}
