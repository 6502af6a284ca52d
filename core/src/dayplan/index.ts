/**
 * The plan of a day. In: campers present, mounds, cameras, staff with their hours, minutes and deliveries by age, limits of arm
 * care, groups kept together, breaks. Out: who throws when and where, who films, who scores, and how far from the bound it ends.
 */
export { assignScorers, type IntegerSolver, type ScorerChoice } from './assign-scorers.ts';
export { dayBound, type DayBound } from './day-bound.ts';
export { linkedDesign, type LinkedDesign, type ScoringRecord } from './linked-design.ts';
export { delaySessions } from './delay-sessions.ts';
export { moveSession } from './move-session.ts';
export { dayFacts, planDay, planSteps, type DayPlan, type DayPlanFacts } from './plan-day.ts';
export { planProblems, type PlanProblem } from './plan-problems.ts';
export { scorerProblems } from './scorer-problems.ts';
export {
  clockOf,
  daySettingsSchema,
  deliveriesFor,
  type DayCamper,
  type DayInput,
  type DaySettings,
  type Session,
} from './day.ts';
