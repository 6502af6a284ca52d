/**
 * Arm care. In: the limits as data, the birth date, the throws of a child by day. Out: how many throws are left on a day, on
 * which day the arm may throw again, and why.
 */
export { armStanding, type ArmStanding, type DayThrows } from './arm-standing.ts';
export { publishedLimits } from './published-limits.ts';
export { reportedThrows, sameThrows } from './reported-throws.ts';
export { restDaysAfter, throwsEveryDays } from './rest-days.ts';
export { armCareRulesSchema, keptArmCareSchema, THROW_KINDS, type ArmCareRules, type ThrowKind } from './rules.ts';
