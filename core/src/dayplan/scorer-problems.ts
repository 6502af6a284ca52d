import type { ScorerChoice } from './assign-scorers.ts';
import { clockOf, type DaySettings, type Session } from './day.ts';
import type { PlanProblem } from './plan-problems.ts';

/**
 * Sessions of which nobody can score what is filmed: who was to do it is not of the staff any more, or does not score; or one
 * person stands for both scorers.
 *
 * @example scorerProblems(settings, sessions).map((p) => p.says)
 */
export function scorerProblems(settings: DaySettings, sessions: ReadonlyArray<Session & ScorerChoice>): PlanProblem[] {
  const scores = new Set(settings.staff.filter((p) => p.scores).map((p) => p.id));
  return sessions.flatMap((s): PlanProblem[] => {
    const one = { code: 'scorerAway' as const, kind: 'one' as const, campers: [s.camper] };
    if (![s.scorer, s.secondScorer].every((p) => p === null || scores.has(p)))
      return [{ ...one, says: `Who was to score what is filmed at ${clockOf(s.from)} does not score.` }];
    if (s.scorer === s.secondScorer) return [{ ...one, says: `One scores twice what is filmed at ${clockOf(s.from)}.` }];
    return [];
  });
}
