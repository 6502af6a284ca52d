import type { ArmCareRules } from './rules.ts';

/**
 * The limits at an age; for one that the rules do not name those of the age that lies nearest.
 *
 * @example nearestLimits(publishedLimits, 6).dailyMaximum // 50, as at 7
 */
export function nearestLimits(rules: ArmCareRules, age: number): ArmCareRules['groups'][number] {
  const groups = rules.groups;
  return groups.find((g) => age <= g.ageTo) ?? groups.at(-1)!;
}

/**
 * Full calendar days of rest that a day's throws ask for, at the age of that day. No throw asks for none. Throws of an age that the rules
 * do not name, before a birthday at seven say, ask for what the nearest age asks for: they are a fact, and the arm rests after them.
 *
 * @example restDaysAfter(publishedLimits, 12, 21) // 1
 */
export function restDaysAfter(rules: ArmCareRules, age: number, count: number): number {
  if (count <= 0) return 0;
  return nearestLimits(rules, age).rest.find((r) => count >= r.from && (r.to === null || count <= r.to))!.restDays;
}

/**
 * The most throws that may be thrown every so many days: no more rest days than lie between, and never more than the daily
 * maximum; none at an age that the rules do not name.
 *
 * @example throwsEveryDays(publishedLimits, 12, 2) // 35: Monday, Wednesday, Friday
 */
export function throwsEveryDays(rules: ArmCareRules, age: number, days: number): number {
  const { ageFrom, ageTo, rest, dailyMaximum } = nearestLimits(rules, age);
  if (age < ageFrom || age > ageTo) return 0;
  const last = rest.filter((r) => r.restDays <= days - 1).at(-1);
  return Math.min(dailyMaximum, last ? (last.to ?? dailyMaximum) : 0);
}
