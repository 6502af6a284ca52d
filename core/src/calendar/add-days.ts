import { addDays as daysLater } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { formatISO } from 'date-fns/formatISO';
import { isValid } from 'date-fns/isValid';
import { parseISO } from 'date-fns/parseISO';

/** A day as date-fns has it: its midnight by the clock of this machine, which no answer of ours shows. */
function read(day: string): Date {
  const midnight = /^\d{4}-\d{2}-\d{2}$/.test(day) ? parseISO(day) : new Date(Number.NaN);
  if (!isValid(midnight)) throw new RangeError(`a day as YYYY-MM-DD was expected, not ${day}`);
  return midnight;
}

/** Year, month from 0, and day of the month. */
export function partsOfDay(day: string): { readonly year: number; readonly month: number; readonly date: number } {
  const at = read(day);
  return { year: at.getFullYear(), month: at.getMonth(), date: at.getDate() };
}

/**
 * The calendar day that lies a number of days after another one (before it, when negative), in the Gregorian calendar.
 *
 * @throws RangeError when `day` is not a day of the calendar
 * @example addDays('2028-02-28', 1) // '2028-02-29'
 */
export const addDays = (day: string, days: number): string => formatISO(daysLater(read(day), days), { representation: 'date' });

/**
 * Days from one calendar day to another; negative when `to` lies before `from`.
 *
 * @throws RangeError when either is not a day of the calendar
 * @example daysBetween('2026-07-13', '2026-07-17') // 4
 */
export const daysBetween = (from: string, to: string): number => differenceInCalendarDays(read(to), read(from));
