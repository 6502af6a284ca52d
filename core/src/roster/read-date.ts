/** Which of three figures is the day, the month and the year. */
export type DateOrder = 'dayFirst' | 'monthFirst' | 'yearFirst';

/** What was answered about the dates of a file; null as long as nobody has said. */
export interface DateAnswers {
  readonly order: DateOrder | null;
  /** The year in which a spreadsheet's day numbers begin. */
  readonly epoch: 1900 | 1904 | null;
}
export const UNANSWERED: DateAnswers = { order: null, epoch: null };

/** One day that a text may mean, and the answer that makes it so. */
interface DateChoice {
  readonly day: string;
  readonly as: DateOrder | 1900 | 1904;
}

export type DateReading =
  | { readonly kind: 'day'; readonly day: string }
  /** Several days are meant by it, or one against what was answered for the file; somebody must say. */
  | { readonly kind: 'ambiguous'; readonly choices: readonly DateChoice[] }
  | { readonly kind: 'wrong'; readonly why: string };

/** Days between which a date of its kind usually lies, both included. */
export interface DaySpan {
  readonly from: string;
  readonly to: string;
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** Spreadsheets count days from 30 December 1899 (with their leap year 1900), or from 1 January 1904; 20 000 to 60 000 are 1954 to 2064. */
const SERIAL = { from: 20_000, to: 60_000, 1900: Date.UTC(1899, 11, 30), 1904: Date.UTC(1904, 0, 1) };

const asDay = (year: number, month: number, day: number): string | null => {
  const time = new Date(Date.UTC(year, month - 1, day));
  return time.getUTCFullYear() === year && time.getUTCMonth() === month - 1 && time.getUTCDate() === day
    ? time.toISOString().slice(0, 10)
    : null;
};
const wholeYear = (text: string): number => (text.length === 4 ? Number(text) : Number(text) + (Number(text) > 50 ? 1900 : 2000));
const wrong = (why: string): DateReading => ({ kind: 'wrong', why });
const made = (day: string | null, text: string): DateReading =>
  day ? { kind: 'day', day } : wrong(`"${text}" is no day of the calendar`);

/** A bare day number of a spreadsheet: from 1904 only where that is usual for the date, or was said. */
function serial(days: number, answers: DateAnswers, usual: DaySpan | null): DateReading {
  const on = (epoch: 1900 | 1904): string => new Date(SERIAL[epoch] + days * 86_400_000).toISOString().slice(0, 10);
  if (answers.epoch) return { kind: 'day', day: on(answers.epoch) };
  const isUsual = (day: string): boolean => usual !== null && day >= usual.from && day <= usual.to;
  if (!isUsual(on(1904))) return { kind: 'day', day: on(1900) };
  return {
    kind: 'ambiguous',
    choices: ([1900, 1904] as const).map((as) => ({ day: on(as), as })),
  };
}

/** Three figures: all orders in which they are a day. Two figures in front are a year only where that is usual for the date. */
function figures(parts: readonly [string, string, string], answers: DateAnswers, usual: DaySpan | null): DateChoice[] {
  const [a, b, c] = parts;
  const [first, second, last] = parts.map(Number) as [number, number, number];
  const year = wholeYear(c);
  const all: Array<readonly [DateOrder, string | null]> = [
    ['dayFirst', asDay(year, second, first)],
    ['monthFirst', asDay(year, first, second)],
  ];
  const inFront = a.length === 2 && c.length === 2 && b.length === 2 ? asDay(wholeYear(a), second, last) : null;
  if (inFront && (answers.order === 'yearFirst' || (usual && inFront >= usual.from && inFront <= usual.to)))
    all.push(['yearFirst', inFront]);
  return all.flatMap(([as, day]) => (day ? [{ as, day }] : []));
}

/**
 * Reads a calendar day as people write it: 2014-03-09, 9.3.2014, 3/9/14, 9 March 2014, Mar 9, 2014, 9-Mar-14, or a spreadsheet's
 * day number. What can be read in several ways is not guessed: it is ambiguous until `answers` say how the file is written, and so is what
 * can only be read against those answers.
 *
 * @param usual days between which such a date usually lies: 14-03-09 is asked as a year in front only where that gives a usual day
 * @example readDate('25/03/2014') // { kind: 'day', day: '2014-03-25' }
 * @example readDate('03/04/2014').kind // 'ambiguous'
 */
export function readDate(text: string, answers: DateAnswers = UNANSWERED, usual: DaySpan | null = null): DateReading {
  const t = text
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/ 00?:00(:00)?( ?am)?$/i, '');
  if (t === '') return wrong('no date');
  const year = /^(\d{4})[-/. ](\d{1,2})[-/. ](\d{1,2})(?:T.*)?$/.exec(t);
  if (year) return made(asDay(Number(year[1]), Number(year[2]), Number(year[3])), t);
  if (/^\d{5}$/.test(t) && Number(t) >= SERIAL.from && Number(t) <= SERIAL.to) return serial(Number(t), answers, usual);
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
  const three = /^(\d{1,2})[-/. ](\d{1,2})[-/. ](\d{4}|\d{2})$/.exec(t);
  if (!three) return wrong(`"${t}" is no date in a form we know`);
  const choices = figures([three[1]!, three[2]!, three[3]!], answers, usual);
  if (choices.length === 0) return wrong(`"${t}" is no day of the calendar`);
  const days = new Set(choices.map((c) => c.day));
  const said = answers.order && choices.find((c) => c.as === answers.order);
  if (said) return { kind: 'day', day: said.day };
  return days.size === 1 && !answers.order ? { kind: 'day', day: choices[0]!.day } : { kind: 'ambiguous', choices };
}
