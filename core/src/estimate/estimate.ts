/** Units that a figure can have; they are always spelled out. */
export type Unit = 'degrees' | 'heightShare' | 'ratio' | 'seconds' | 'centimetres' | 'metresPerSecond';

/** A measured value. `sd` is one standard deviation in the same unit; it covers the placing of points and key frames. */
export interface Estimate {
  readonly value: number;
  readonly sd: number;
  readonly unit: Unit;
}

/**
 * Digits after the decimal point so that `sd` shows its first digit: 3.2 -> 0, 0.31 -> 1. An sd of 0 shows one digit more.
 *
 * @example decimalsFor(0.031) // 2
 */
export function decimalsFor(sd: number): number {
  if (sd <= 0) return 1;
  let decimals = Math.max(0, -Math.floor(Math.log10(sd)));
  if (decimals > 0 && Number(sd.toFixed(decimals)) >= 10 ** (1 - decimals)) decimals -= 1;
  return decimals;
}

/** Miles an hour in a metre a second: a mile is 1609.344 m exactly (NIST SP 811, 2008, appendix B.8). */
export const MILES_PER_HOUR = 3600 / 1609.344;

/** A number, its error and its unit stay on one line. */
const NO_BREAK = '\u00a0';

/**
 * The value and its sd as text, both rounded to the first digit of the sd (JCGM 100:2008, 7.2.6). The spaces in it do not break.
 *
 * @example formatEstimate({ value: 137.4, sd: 3.2, unit: 'degrees' }) // '137 ± 3°'
 */
export function formatEstimate(estimate: Estimate): string {
  const { value, sd, unit } = estimate;
  const [scale, suffix] =
    unit === 'degrees'
      ? [1, '°']
      : unit === 'heightShare'
        ? [100, ' % of height']
        : unit === 'ratio'
          ? [100, ' %']
          : unit === 'centimetres'
            ? [1, ' cm']
            : unit === 'metresPerSecond'
              ? [MILES_PER_HOUR, ' mph']
              : unit === 'seconds' && Math.abs(value) < 1
                ? [1000, ' ms']
                : [1, ' s'];
  const spread = sd * scale;
  const step = spread > 0 ? 10 ** Math.max(0, Math.floor(Math.log10(spread))) : 1;
  const round = (x: number): string => {
    const rounded = Math.round(x / step) * step;
    return (step > 1 ? rounded : x)
      .toFixed(step > 1 ? 0 : decimalsFor(spread))
      .replace(/^-(0(?:\.0*)?)$/, '$1')
      .replace('-', '−');
  };
  return `${round(value * scale)}${NO_BREAK}±${NO_BREAK}${round(spread)}${suffix.replace(/^ (%|cm|mph|ms|s)/, `${NO_BREAK}$1`)}`;
}
