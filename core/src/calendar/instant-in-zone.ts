import { dayInZone, minuteInZone } from './day-in-zone.ts';
import { daysBetween } from './add-days.ts';

const MINUTE = 60_000;

/**
 * The instant at which the clock of a time zone (IANA name) shows a minute of a day, in milliseconds since 1970 in UTC. An hour that a change of the
 * clock leaves out is read with the offset before it; of an hour that comes twice the first one is meant.
 *
 * @throws RangeError for an unknown time zone or a day that is none
 * @example instantInZone('2026-07-13', 545, 'America/Chicago') // Date.parse('2026-07-13T14:05:00Z')
 */
export function instantInZone(day: string, minute: number, timeZone: string): number {
  const asIfUtc = Date.parse(`${day}T00:00:00Z`) + minute * MINUTE;
  if (!Number.isFinite(asIfUtc)) throw new RangeError(`a day as YYYY-MM-DD was expected, not ${day}`);
  /** How far the zone's clock is ahead of UTC at an instant. */
  const ahead = (instant: number): number => {
    const utcDay = new Date(instant).toISOString().slice(0, 10);
    const utcMinute = Math.floor((instant - Date.parse(`${utcDay}T00:00:00Z`)) / MINUTE);
    return (daysBetween(utcDay, dayInZone(instant, timeZone)) * 1440 + minuteInZone(instant, timeZone) - utcMinute) * MINUTE;
  };
  // The offset a day earlier is the one before any change on this day.
  const before = asIfUtc - ahead(asIfUtc - 1440 * MINUTE);
  if (ahead(before) === asIfUtc - before) return before;
  const after = asIfUtc - ahead(asIfUtc + 1440 * MINUTE);
  return ahead(after) === asIfUtc - after ? after : before;
}
