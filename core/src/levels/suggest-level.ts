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
 * A limited side without a margin has the margin of the other side, or half of the wanted band where neither has one: nothing falls from 3 to 0. What
 * lies beyond a limit of body or arithmetic (a joint beyond 180 degrees, a share beyond 100 %) counts to the limit: such an end is open.
 *
 * @param limits between which the figure can lie at all, in the units of the band; null for an end without a limit
 * @throws RangeError when the estimate is not finite, its sd is negative, or the bands do not nest
 * @example suggestLevel({ value: 137, sd: 3 }, { wanted: [138, 155], acceptable: [128, 165] })
 * // { level: 2, sure: false, ... }
 */
export function suggestLevel(
  estimate: { readonly value: number; readonly sd: number },
  band: LevelBand | null,
  limits: readonly [number | null, number | null] = [null, null],
): LevelSuggestion | null {
  if (band === null) return null;
  const { value, sd } = estimate;
  if (!Number.isFinite(value) || !Number.isFinite(sd) || sd < 0)
    throw new RangeError('estimate: a finite value and an sd of at least 0 were expected');
  const [low3, high3] = [band.wanted[0] ?? -Infinity, band.wanted[1] ?? Infinity];
  const [stated2, stated2High] = [band.acceptable[0] ?? -Infinity, band.acceptable[1] ?? Infinity];
  if (!(stated2 <= low3 && low3 <= high3 && high3 <= stated2High)) throw new RangeError('band: acceptable has to hold wanted');
  const { lows, highs } = levelEnds(band, limits);
  const within = (low: number, high: number): number => {
    if (sd === 0) return value >= low && value <= high ? 1 : 0;
    return normalCdf((high - value) / sd) - normalCdf((low - value) / sd);
  };
  const [p3, p2, p1] = [0, 1, 2].map((i) => within(lows[i]!, highs[i]!)) as [number, number, number];
  const probabilities = [1 - p1, p1 - p2, p2 - p3, p3].map((p) => Math.max(0, p)) as [number, number, number, number];
  const level = probabilities.indexOf(Math.max(...probabilities)) as Level;
  return {
    probabilities,
    level,
    sure: probabilities[level] >= 0.7,
    side: value < lows[0]! ? 'below' : value > highs[0]! ? 'above' : null,
  };
}

/**
 * Outer ends of levels 3, 2 and 1 on either side, infinite where a side is open: the first one that holds the limit is open, and so are those outside it.
 *
 * @example levelEnds({ wanted: [138, 155], acceptable: [128, 165] }).lows // [138, 128, 118]
 */
export function levelEnds(
  band: LevelBand,
  limits: readonly [number | null, number | null] = [null, null],
): { readonly lows: readonly number[]; readonly highs: readonly number[] } {
  const [low, high] = [band.wanted[0] ?? -Infinity, band.wanted[1] ?? Infinity];
  const [below, above] = margins(band);
  return {
    lows: [low, low - below, low - 2 * below].map((end) => (limits[0] !== null && end <= limits[0] ? -Infinity : end)),
    highs: [high, high + above, high + 2 * above].map((end) => (limits[1] !== null && end >= limits[1] ? Infinity : end)),
  };
}

/** The widths of the acceptable margins below and above the wanted band. */
function margins({ wanted, acceptable }: LevelBand): readonly [number, number] {
  const own = ([0, 1] as const).map((i) => {
    const [end, outer] = [wanted[i], acceptable[i]];
    return end === null || outer === null ? 0 : Math.abs(end - outer);
  }) as [number, number];
  const half = wanted[0] === null || wanted[1] === null ? 0 : (wanted[1] - wanted[0]) / 2;
  const spare = Math.max(own[0], own[1]) || half;
  return [own[0] || spare, own[1] || spare];
}
