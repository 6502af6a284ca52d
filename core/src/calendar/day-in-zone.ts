import { TZDate } from '@date-fns/tz';
import { formatISO } from 'date-fns/formatISO';

/** What the clock of a zone shows at an instant. */
function clockAt(instant: number, timeZone: string): TZDate {
  const at = new TZDate(instant, timeZone);
  if (Number.isNaN(at.getTime())) throw new RangeError(`${timeZone} is no time zone that we know, or ${instant} no instant`);
  return at;
}

/**
 * The calendar day on which an instant falls in a time zone (IANA name).
 *
 * @throws RangeError for an unknown time zone
 * @example dayInZone(Date.parse('2026-07-14T04:30:00Z'), 'America/Chicago') // '2026-07-13'
 */
export const dayInZone = (instant: number, timeZone: string): string =>
  formatISO(clockAt(instant, timeZone), { representation: 'date' });

/**
 * Minutes since midnight on the clock of a time zone.
 *
 * @throws RangeError for an unknown time zone
 * @example minuteInZone(Date.parse('2026-07-13T14:05:00Z'), 'America/Chicago') // 545
 */
export function minuteInZone(instant: number, timeZone: string): number {
  const at = clockAt(instant, timeZone);
  return at.getHours() * 60 + at.getMinutes();
}
