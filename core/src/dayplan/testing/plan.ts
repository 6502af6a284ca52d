import { planDay, type DayInput, type IntegerSolver, type ScorerChoice, type Session } from '../index.ts';
import { seeded } from './random-camp.ts';
import type { StaffId } from '../../record/ids.ts';

interface Highs {
  solve(program: string): { readonly Status: string; readonly Columns: object };
}

/** The solver of the product, of the package that the tests load, without its limit: a busy machine changes no answer. */
export const solverWith =
  (highs: Highs): IntegerSolver =>
  (program) => {
    const answer = highs.solve(program);
    return answer.Status === 'Optimal'
      ? new Map(Object.entries(answer.Columns).map(([name, c]) => [name, (c as { Primal: number }).Primal]))
      : null;
  };

/** A plan of thirty tries that a seed repeats. */
export const plan = (input: DayInput, more: { before?: readonly Session[]; now?: number; anew?: boolean } = {}) =>
  planDay(input, { random: seeded(1), keepGoing: (tries) => tries < 30, ...more });
export const scorersOf = (input: DayInput): StaffId[] => input.settings.staff.filter((p) => p.scores).map((p) => p.id);
/** Who scored whom, both of a double score. */
export const recordsOf = (choices: readonly ScorerChoice[]) =>
  choices.flatMap((c) => [
    { camper: c.camper, coach: c.scorer },
    ...(c.secondScorer ? [{ camper: c.camper, coach: c.secondScorer }] : []),
  ]);
