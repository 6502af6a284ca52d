import { FIGURES, type Band } from '@stride-chalk/core';

const UNITS = { degrees: '°', percent: ' %', centimetres: ' cm', milliseconds: ' ms', milesPerHour: ' mph' } as const;

/**
 * One part of a band in words, with its unit; an end that is open says so.
 *
 * @example bandInWords(band, 'wanted') // '138 to 155°'
 */
export function bandInWords(band: Band, part: 'wanted' | 'acceptable'): string {
  const [low, high] = band[part];
  const unit = UNITS[FIGURES[band.figure].bands.unit];
  if (low === null && high === null) return 'any';
  if (low === null) return `up to ${high}${unit}`;
  if (high === null) return `from ${low}${unit}`;
  return `${low} to ${high}${unit}`;
}
