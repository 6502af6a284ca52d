import { addDays, dayInWords, daysBetween } from '../calendar/index.ts';
import { ageOrZero } from '../roster/age-group.ts';
import { nearestLimits, restDaysAfter } from './rest-days.ts';
import type { ArmCareRules, ThrowKind } from './rules.ts';

/** Throws of one child on one day. Several rows of a day add up. */
export interface DayThrows {
  readonly day: string;
  readonly count: number;
  readonly kind: ThrowKind;
}

export interface ArmStanding {
  readonly day: string;
  /** Whole years on the day itself: the limits follow the birthday, also in the middle of a camp. */
  readonly age: number;
  readonly dailyMaximum: number;
  readonly thrownToday: number;
  /** Throws that are left on the day; 0 while the arm rests. */
  readonly leftToday: number;
  /** Throws that are left before the day asks for a rest day; never more than `leftToday`. */
  readonly leftWithoutRest: number;
  /** The first day, this one or a later one, on which the arm may throw, if nothing more is thrown; null where the rules name none. */
  readonly mayThrowOn: string | null;
  readonly why: 'free' | 'dailyMaximum' | 'rest' | 'daysInARow' | 'noLimits';
  /** The same in one plain sentence. */
  readonly says: string;
}

interface Question {
  readonly rules: ArmCareRules;
  readonly born: string;
  readonly thrown: readonly DayThrows[];
  readonly day: string;
  /** Where the camp is: days are written as people there do; left out, as YYYY-MM-DD. */
  readonly at?: { readonly timeZone: string };
  /** What is to be thrown; a kind that is no pitching knows no days in a row. */
  readonly kind?: ThrowKind;
}

/** Rest days never reach further than this. */
const LOOK_AHEAD = 60;

const written = (day: string, at: Question['at']): string => (at ? dayInWords(day, at, 'short') : day);

function verdict({
  rules,
  born,
  thrown,
  day,
  kind = 'filming',
  at,
}: Question): Omit<ArmStanding, 'mayThrowOn' | 'says'> & { readonly because: string } {
  const age = ageOrZero(born, day);
  const limits = nearestLimits(rules, age);
  const known = age >= limits.ageFrom && age <= limits.ageTo;
  const totals = new Map<string, number>();
  for (const t of thrown) totals.set(t.day, (totals.get(t.day) ?? 0) + t.count);
  const thrownToday = totals.get(day) ?? 0;
  const restFrom = [...totals]
    .filter(([d]) => d < day)
    .map(([d, count]) => {
      const rest = restDaysAfter(rules, ageOrZero(born, d), count);
      return { d, count, rest, until: addDays(d, rest) };
    })
    .filter((r) => r.until >= day)
    .sort((a, b) => (a.until < b.until ? 1 : -1))[0];
  const pitching = new Set(thrown.filter((t) => rules.pitchingKinds.includes(t.kind) && t.count > 0).map((t) => t.day));
  const inARow =
    rules.pitchingKinds.includes(kind) &&
    Array.from({ length: rules.pitchingDaysInARow }, (_, i) => addDays(day, -1 - i)).every((d) => pitching.has(d));
  const left = Math.max(0, limits.dailyMaximum - thrownToday);
  const free = limits.rest.filter((r) => r.restDays === 0).at(-1);
  const withoutRest = Math.max(0, (free ? (free.to ?? Number.POSITIVE_INFINITY) : 0) - thrownToday);
  const say = (why: ArmStanding['why'], leftToday: number, because: string) => ({
    day,
    age,
    dailyMaximum: limits.dailyMaximum,
    thrownToday,
    leftToday,
    leftWithoutRest: Math.min(leftToday, withoutRest),
    why,
    because,
  });
  if (!known) return say('noLimits', 0, `no limits are known for the age of ${age}`);
  if (restFrom) {
    const days = restFrom.rest === 1 ? 'one day of rest' : `${restFrom.rest} days of rest`;
    return say('rest', 0, `${restFrom.count} throws on ${written(restFrom.d, at)} ask for ${days}`);
  }
  if (inARow) return say('daysInARow', 0, `pitched on ${rules.pitchingDaysInARow} days in a row`);
  if (left === 0)
    return say('dailyMaximum', 0, `${thrownToday} throws today, the limit at ${age} years is ${limits.dailyMaximum}`);
  return say(
    'free',
    left,
    `${thrownToday} of ${limits.dailyMaximum} thrown today, the limit at ${age} years; ${Math.min(left, withoutRest)} more without a day of rest`,
  );
}

/**
 * What the limits say of one arm on one day: how many throws are left, on which day it may throw again, and why. Days are
 * calendar days of the camp's time zone. Rest days follow the age on the day of the throws, the daily maximum the age on `day`.
 *
 * An age that the rules do not name has no throws left; nothing is thrown for it, so that one child's birth date never stops a list.
 *
 * @throws RangeError for a day that is none, or rules that never let an arm throw again
 * @example
 * armStanding({ rules: publishedLimits, born: '2014-03-01', thrown: [{ day: '2026-07-13', count: 36, kind: 'game' }], day: '2026-07-14' })
 * // leftToday 0, mayThrowOn '2026-07-16', why 'rest'
 */
export function armStanding(question: Question): ArmStanding {
  const { because, ...now } = verdict(question);
  if (now.why === 'noLimits') return { ...now, mayThrowOn: null, says: `No throws: ${because}.` };
  let mayThrowOn = question.day;
  for (let on = now; on.leftToday === 0; on = verdict({ ...question, day: mayThrowOn })) {
    mayThrowOn = addDays(mayThrowOn, 1);
    if (on.why === 'noLimits') return { ...now, mayThrowOn: null, says: `No throws today: ${because}.` };
    if (daysBetween(question.day, mayThrowOn) > LOOK_AHEAD) throw new RangeError('the rules never let this arm throw again');
  }
  const says =
    now.leftToday > 0
      ? `${now.leftToday} throws left: ${because}.`
      : `No throws today: ${because}. May throw again on ${written(mayThrowOn, question.at)}.`;
  return { ...now, mayThrowOn, says };
}
