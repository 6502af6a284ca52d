import { TZDate } from '@date-fns/tz';
import { partsOfDay } from './add-days.ts';

/**
 * The instant at which the clock of a time zone (IANA name) shows a minute of a day, in milliseconds since 1970 in UTC. An hour that a change of the
 * clock leaves out is read with the offset before it; of an hour that comes twice the first one is meant.
 *
 * @throws RangeError for an unknown time zone or a day that is none
 * @example instantInZone('2026-07-13', 545, 'America/Chicago') // Date.parse('2026-07-13T14:05:00Z')
 */
export function instantInZone(day: string, minute: number, timeZone: string): number {
  const { year, month, date } = partsOfDay(day);
  const instant = new TZDate(year, month, date, 0, minute, timeZone).getTime();
  if (Number.isNaN(instant)) throw new RangeError(`${timeZone} is no time zone that we know`);
  return instant;
}
