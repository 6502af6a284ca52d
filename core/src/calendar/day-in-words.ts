import { localeOf } from './locale-of.ts';

/** A camp as far as its place decides how a date is written. */
interface At {
  readonly timeZone: string;
}
const WAYS = {
  /** Friday, July 17 · Friday 17 July */
  long: { weekday: 'long', day: 'numeric', month: 'long' },
  /** Fri, Jul 17 · Fri, 17 Jul */
  short: { weekday: 'short', day: 'numeric', month: 'short' },
  /** Jul 17, 2026 · 17 Jul 2026 */
  dated: { day: 'numeric', month: 'short', year: 'numeric' },
} as const satisfies Record<string, Intl.DateTimeFormatOptions>;

/**
 * A calendar day as people of the camp's place write it.
 *
 * @param day YYYY-MM-DD
 * @throws RangeError when it is no day
 * @example dayInWords('2026-07-17', { timeZone: 'America/Chicago' }) // 'Friday, July 17'
 */
export function dayInWords(day: string, at: At, way: keyof typeof WAYS = 'long'): string {
  const noon = Date.parse(`${day}T12:00:00Z`);
  if (!/^\d{4}-\d{2}-\d{2}$/.test(day) || Number.isNaN(noon))
    throw new RangeError(`a day as YYYY-MM-DD was expected, not ${day}`);
  return new Intl.DateTimeFormat(localeOf(at.timeZone), { ...WAYS[way], timeZone: 'UTC' }).format(noon);
}

/**
 * An instant as a clock of the camp's place shows it, with its day.
 *
 * @param instant milliseconds since 1970
 * @example instantInWords(Date.parse('2026-07-17T19:05:00Z'), { timeZone: 'America/Chicago' }) // 'Jul 17, 2026, 2:05 PM'
 */
export const instantInWords = (instant: number | Date, at: At): string =>
  new Intl.DateTimeFormat(localeOf(at.timeZone), { dateStyle: 'medium', timeStyle: 'short', timeZone: at.timeZone }).format(
    instant,
  );
