export type DateOrder = 'dayFirst' | 'monthFirst';

export type DateReading =
  | {
      readonly kind: 'day';
      readonly day: string /** The order that figures alone prove; null where they were not needed. */;
      readonly order: DateOrder | null;
    }
  /** Two days are meant by it, depending on the order; somebody must say. */
  | { readonly kind: 'ambiguous'; readonly dayFirst: string; readonly monthFirst: string }
  | { readonly kind: 'wrong'; readonly why: string };

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** Spreadsheets count days from 30 December 1899 (with their leap year 1900); 20 000 to 60 000 are 1954 to 2064. */
const SERIAL = { from: 20_000, to: 60_000, epoch: Date.UTC(1899, 11, 30) };

const asDay = (year: number, month: number, day: number): string | null => {
  const time = new Date(Date.UTC(year, month - 1, day));
  return time.getUTCFullYear() === year && time.getUTCMonth() === month - 1 && time.getUTCDate() === day
    ? time.toISOString().slice(0, 10)
    : null;
};
const wholeYear = (text: string): number => (text.length === 4 ? Number(text) : Number(text) + (Number(text) > 50 ? 1900 : 2000));
const wrong = (why: string): DateReading => ({ kind: 'wrong', why });

/**
 * Reads a calendar day as people write it: 2014-03-09, 9.3.2014, 3/9/14, 9 March 2014, Mar 9, 2014, 9-Mar-14, or a spreadsheet's
 * day number. Figures that can be read day first and month first are not guessed: they are ambiguous until `order` is given.
 *
 * @example readDate('25/03/2014') // { kind: 'day', day: '2014-03-25', order: 'dayFirst' }
 * @example readDate('03/04/2014') // { kind: 'ambiguous', dayFirst: '2014-04-03', monthFirst: '2014-03-04' }
 */
export function readDate(text: string, order: DateOrder | null = null): DateReading {
  const t = text
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/ 00?:00(:00)?( ?am)?$/i, '');
  if (t === '') return wrong('no date');
  const year = /^(\d{4})[-/. ](\d{1,2})[-/. ](\d{1,2})(?:T.*)?$/.exec(t);
  if (year) return made(asDay(Number(year[1]), Number(year[2]), Number(year[3])), t);
  if (/^\d{5}$/.test(t) && Number(t) >= SERIAL.from && Number(t) <= SERIAL.to)
    return made(new Date(SERIAL.epoch + Number(t) * 86_400_000).toISOString().slice(0, 10), t);
  const compact = /^(19|20)(\d{2})(\d{2})(\d{2})$/.exec(t);
  if (compact) return made(asDay(Number(compact[1]! + compact[2]!), Number(compact[3]), Number(compact[4])), t);
  const named =
    /^(\d{1,2})(?:st|nd|rd|th)?[-. /]*([a-z]{3,9})\.?,?[-. /]*(\d{4}|\d{2})$/i.exec(t) ??
    /^()([a-z]{3,9})\.?[-. /]*(\d{1,2})(?:st|nd|rd|th)?,?[-. /]+(\d{4}|\d{2})$/i.exec(t);
  if (named) {
    const [, first, word, third, fourth] = named;
    const month = MONTHS.indexOf(word!.slice(0, 3).toLowerCase()) + 1;
    if (month === 0) return wrong(`"${word}" is no month`);
    return made(first ? asDay(wholeYear(third!), month, Number(first)) : asDay(wholeYear(fourth!), month, Number(third)), t);
  }
  const figures = /^(\d{1,2})[-/. ](\d{1,2})[-/. ](\d{4}|\d{2})$/.exec(t);
  if (!figures) return wrong(`"${t}" is no date in a form we know`);
  const [a, b, y] = [Number(figures[1]), Number(figures[2]), wholeYear(figures[3]!)];
  const [dayFirst, monthFirst] = [asDay(y, b, a), asDay(y, a, b)];
  if (!dayFirst && !monthFirst) return wrong(`"${t}" is no day of the calendar`);
  if (dayFirst && monthFirst) {
    if (dayFirst === monthFirst) return { kind: 'day', day: dayFirst, order: null };
    return order
      ? { kind: 'day', day: order === 'dayFirst' ? dayFirst : monthFirst, order: null }
      : { kind: 'ambiguous', dayFirst, monthFirst };
  }
  return { kind: 'day', day: (dayFirst ?? monthFirst)!, order: dayFirst ? 'dayFirst' : 'monthFirst' };
}

const made = (day: string | null, text: string): DateReading =>
  day ? { kind: 'day', day, order: null } : wrong(`"${text}" is no day of the calendar`);
