/** Calendar days of the camp (YYYY-MM-DD). In: days, instants with a time zone. Out: days. */
export { addDays, daysBetween } from './add-days.ts';
export { dayInZone, minuteInZone } from './day-in-zone.ts';
export { instantInZone } from './instant-in-zone.ts';
export { dayWithin } from './day-within.ts';
export { dayInWords, instantInWords } from './day-in-words.ts';
export { localeOf } from './locale-of.ts';
