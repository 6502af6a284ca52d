/** Formatters are dear to make and cheap to use; there are a few hundred time zones. */
const formatters = new Map<string, Intl.DateTimeFormat>();
function formatter(locale: string, options: Intl.DateTimeFormatOptions & { timeZone: string }): Intl.DateTimeFormat {
  const key = `${locale} ${options.timeZone}`;
  const made = formatters.get(key) ?? new Intl.DateTimeFormat(locale, options);
  formatters.set(key, made);
  return made;
}

/**
 * The calendar day on which an instant falls in a time zone (IANA name).
 *
 * @throws RangeError for an unknown time zone
 * @example dayInZone(Date.parse('2026-07-14T04:30:00Z'), 'America/Chicago') // '2026-07-13'
 */
export const dayInZone = (instant: number, timeZone: string): string =>
  formatter('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(instant);

/**
 * Minutes since midnight on the clock of a time zone.
 *
 * @throws RangeError for an unknown time zone
 * @example minuteInZone(Date.parse('2026-07-13T14:05:00Z'), 'America/Chicago') // 545
 */
export function minuteInZone(instant: number, timeZone: string): number {
  const parts = formatter('en-GB', {
    timeZone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(instant);
  const of = (type: string): number => Number(parts.find((p) => p.type === type)!.value);
  return of('hour') * 60 + of('minute');
}
