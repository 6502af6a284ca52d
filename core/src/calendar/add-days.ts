const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;
const MILLISECONDS = 86_400_000;

function atNoon(day: string): number {
  const m = DAY.exec(day);
  const time = m ? Date.UTC(Number(m[1]), Number(m[2]) - 1, Number(m[3]), 12) : Number.NaN;
  if (!m || new Date(time).toISOString().slice(0, 10) !== day)
    throw new RangeError(`a day as YYYY-MM-DD was expected, not ${day}`);
  return time;
}

/**
 * The calendar day that lies a number of days after another one (before it, when negative), in the Gregorian calendar.
 *
 * @throws RangeError when `day` is not a day of the calendar
 * @example addDays('2028-02-28', 1) // '2028-02-29'
 */
export const addDays = (day: string, days: number): string =>
  new Date(atNoon(day) + days * MILLISECONDS).toISOString().slice(0, 10);

/**
 * Days from one calendar day to another; negative when `to` lies before `from`.
 *
 * @throws RangeError when either is not a day of the calendar
 * @example daysBetween('2026-07-13', '2026-07-17') // 4
 */
export const daysBetween = (from: string, to: string): number => Math.round((atNoon(to) - atNoon(from)) / MILLISECONDS);
