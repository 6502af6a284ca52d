import type { ArmCareRules } from './rules.ts';

/**
 * The limits at an age in whole years.
 *
 * @throws RangeError when the rules name no limits for the age
 * @example limitsAtAge(publishedLimits, 12).dailyMaximum // 85
 */
export function limitsAtAge(rules: ArmCareRules, age: number): ArmCareRules['groups'][number] {
  const found = rules.groups.find((g) => age >= g.ageFrom && age <= g.ageTo);
  if (!found) throw new RangeError(`the arm-care rules name no limits for the age of ${age}`);
  return found;
}

/**
 * Full calendar days of rest that a day's throws ask for, at the age of that day. No throw asks for none.
 *
 * @throws RangeError when the rules name no limits for the age
 * @example restDaysAfter(publishedLimits, 12, 21) // 1
 */
export function restDaysAfter(rules: ArmCareRules, age: number, count: number): number {
  if (count <= 0) return 0;
  return limitsAtAge(rules, age).rest.find((r) => count >= r.from && (r.to === null || count <= r.to))!.restDays;
}

/**
 * The most throws that may be thrown every so many days: no more rest days than lie between, and never more than the daily
 * maximum.
 *
 * @throws RangeError when the rules name no limits for the age
 * @example throwsEveryDays(publishedLimits, 12, 2) // 35: Monday, Wednesday, Friday
 */
export function throwsEveryDays(rules: ArmCareRules, age: number, days: number): number {
  const { rest, dailyMaximum } = limitsAtAge(rules, age);
  const last = rest.filter((r) => r.restDays <= days - 1).at(-1);
  return Math.min(dailyMaximum, last ? (last.to ?? dailyMaximum) : 0);
}
