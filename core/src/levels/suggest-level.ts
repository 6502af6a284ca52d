import { normalCdf } from '../estimate/normal-cdf.ts';
import type { Level } from './level.ts';

/** The part of a band that levels depend on. An open end is null. `acceptable` holds `wanted`. */
export interface LevelBand {
  readonly wanted: readonly [number | null, number | null];
  readonly acceptable: readonly [number | null, number | null];
}

export interface LevelSuggestion {
  /** Probability of each level, 0 to 3; they add up to 1. */
  readonly probabilities: readonly [number, number, number, number];
  readonly level: Level;
  /** False when the best level is less than 70 % likely: say "unsure". */
  readonly sure: boolean;
  /** Which side of the wanted band the value lies on; null inside it. */
  readonly side: 'below' | 'above' | null;
}

/**
 * A level suggested by a figure: 3 in the wanted band, 2 in the acceptable one, 1 beyond it by up to the width of the
 * acceptable margin on that side, further 0. The error of the figure is taken as normal. Ends belong to the better level.
 * A figure without a band suggests nothing: null.
 *
 * @throws RangeError when the estimate is not finite, its sd is negative, or the bands do not nest
 * @example suggestLevel({ value: 137, sd: 3 }, { wanted: [138, 155], acceptable: [128, 165] })
 * // { level: 2, sure: false, ... }
 */
export function suggestLevel(
  estimate: { readonly value: number; readonly sd: number },
  band: LevelBand | null,
): LevelSuggestion | null {
  if (band === null) return null;
  const { value, sd } = estimate;
  if (!Number.isFinite(value) || !Number.isFinite(sd) || sd < 0)
    throw new RangeError('estimate: a finite value and an sd of at least 0 were expected');
  const [low3, high3] = [band.wanted[0] ?? -Infinity, band.wanted[1] ?? Infinity];
  const [low2, high2] = [band.acceptable[0] ?? -Infinity, band.acceptable[1] ?? Infinity];
  if (!(low2 <= low3 && low3 <= high3 && high3 <= high2)) throw new RangeError('band: acceptable has to hold wanted');
  const low1 = low3 === -Infinity ? -Infinity : low2 - (low3 - low2);
  const high1 = high3 === Infinity ? Infinity : high2 + (high2 - high3);
  const within = (low: number, high: number): number => {
    if (sd === 0) return value >= low && value <= high ? 1 : 0;
    return normalCdf((high - value) / sd) - normalCdf((low - value) / sd);
  };
  const [p3, p2, p1] = [within(low3, high3), within(low2, high2), within(low1, high1)];
  const probabilities = [1 - p1, p1 - p2, p2 - p3, p3].map((p) => Math.max(0, p)) as [number, number, number, number];
  const level = probabilities.indexOf(Math.max(...probabilities)) as Level;
  return {
    probabilities,
    level,
    sure: probabilities[level] >= 0.7,
    side: value < low3 ? 'below' : value > high3 ? 'above' : null,
  };
}
