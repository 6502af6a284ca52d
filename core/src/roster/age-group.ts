/** Age groups, the same ids everywhere. */
export const AGE_GROUPS = ['7-8', '9-10', '11-12', '13-14', '15-16', '17-18'] as const;
export type AgeGroup = (typeof AGE_GROUPS)[number];

const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;

/**
 * Whole years on a calendar day. Both days as YYYY-MM-DD. Somebody born on 29 February is a year older on 1 March in a
 * common year.
 *
 * @throws RangeError when a day is not of that form, or the birth lies after it
 * @example ageOn('2012-07-14', '2026-07-13') // 13
 */
export function ageOn(born: string, day: string): number {
  const [b, d] = [DAY.exec(born), DAY.exec(day)];
  if (!b) throw new RangeError(`born: a day as YYYY-MM-DD was expected, not ${born}`);
  if (!d) throw new RangeError(`day: a day as YYYY-MM-DD was expected, not ${day}`);
  const years = Number(d[1]) - Number(b[1]) - (day.slice(5) < born.slice(5) ? 1 : 0);
  if (years < 0) throw new RangeError(`born ${born} lies after ${day}`);
  return years;
}

/**
 * The age group on the first day of the camp.
 *
 * @throws RangeError for an age outside 7 to 18
 * @example ageGroupOf('2012-07-14', '2026-07-13') // '13-14'
 */
export function ageGroupOf(born: string, campStart: string): AgeGroup {
  const age = ageOn(born, campStart);
  const group = AGE_GROUPS[Math.floor((age - 7) / 2)];
  if (age < 7 || group === undefined) throw new RangeError(`an age of ${age} is outside 7 to 18`);
  return group;
}

/**
 * Whole years on a calendar day; 0 for a day before the birth. For lists that must show everybody, also whose birth date is a slip.
 *
 * @throws RangeError when a day is not of the form YYYY-MM-DD
 * @example ageOrZero('2027-01-01', '2026-07-13') // 0
 */
export const ageOrZero = (born: string, day: string): number => (born <= day ? ageOn(born, day) : 0);

/** Whether a camp takes an age: 7 to 18 years on its first day. */
export const isCampAge = (age: number): boolean => age >= 7 && age <= 18;

/**
 * The age group that lies nearest to an age: its own from 7 to 18, the youngest below, the oldest above.
 *
 * @example nearestAgeGroup(6) // '7-8'
 */
export function nearestAgeGroup(age: number): AgeGroup {
  const i = Math.floor((age - 7) / 2);
  return AGE_GROUPS[Math.max(0, Math.min(AGE_GROUPS.length - 1, i))]!;
}

/**
 * True from 7 to 12 years: fewer checkpoints, fewer things at once, and the words of a child.
 *
 * @example isYoung('11-12') // true
 */
export const isYoung = (group: AgeGroup): boolean => AGE_GROUPS.indexOf(group) <= 2;
