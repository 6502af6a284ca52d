/**
 * The day of a span of days that is nearest to a day: the first one before it begins, the last one when it is over.
 *
 * @example dayWithin({ firstDay: '2026-07-13', lastDay: '2026-07-17' }, '2026-07-20') // '2026-07-17'
 */
export function dayWithin(span: { readonly firstDay: string; readonly lastDay: string }, day: string): string {
  if (day < span.firstDay) return span.firstDay;
  return day > span.lastDay ? span.lastDay : day;
}
