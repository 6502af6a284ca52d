import highsLoader from 'highs';
import { assignScorers, type DayInput, type IntegerSolver, type ScorerChoice, type Session } from '@stride-chalk/core';
import { Refusal } from './refusal.ts';

/** A session with who scores it. */
export type PlannedSession = Session & { readonly scorer: string; readonly secondScorer: string | null };

let loaded: Promise<IntegerSolver> | null = null;
/** The integer solver, loaded once. */
function solver(): Promise<IntegerSolver> {
  loaded ??= highsLoader().then((highs) => (program: string) => {
    const answer = highs.solve(program, { time_limit: 1 });
    return answer.Status === 'Optimal' || answer.Status === 'Time limit reached'
      ? new Map(Object.entries(answer.Columns).map(([name, c]) => [name, (c as { Primal?: number }).Primal ?? 0]))
      : null;
  });
  return loaded;
}

/** Gives every session its scorers; those of the plan before stay where the balance allows it. */
export async function withScorers(
  input: DayInput,
  sessions: readonly Session[],
  before: readonly PlannedSession[],
): Promise<PlannedSession[]> {
  const { settings } = input;
  const scorers = settings.staff.filter((s) => s.scores).map((s) => s.id);
  if (scorers.length === 0) throw new Refusal('nobody-scores', 'Nobody of the staff scores: name at least one.');
  const was = new Map(before.map((b) => [b.camper, b]));
  const same =
    sessions.length === before.length &&
    sessions.every((s) => was.has(s.camper)) &&
    before.every((b) => [b.scorer, b.secondScorer].every((p) => p === null || scorers.includes(p)));
  const ages = new Map(input.campers.map((c) => [c.id, c.ageGroup]));
  const choices: readonly ScorerChoice[] = same
    ? before
    : assignScorers(
        {
          campers: sessions.map((s) => ({ id: s.camper, ageGroup: ages.get(s.camper) ?? '11-12' })),
          scorers,
          blindShare: settings.blindShare,
          before,
        },
        await solver(),
      );
  const of = new Map(choices.map((c) => [c.camper, c]));
  return sessions.map((s) => ({ ...s, scorer: of.get(s.camper)!.scorer, secondScorer: of.get(s.camper)!.secondScorer }));
}
