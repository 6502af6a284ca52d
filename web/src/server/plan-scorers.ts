import highsLoader from 'highs';
import { assignScorers, type DayInput, type ScorerChoice, type Session, type StaffId } from '@stride-chalk/core';
import { Refusal } from './refusal.ts';

/** A session with who scores it. */
export type PlannedSession = Session & Pick<ScorerChoice, 'scorer' | 'secondScorer'>;

/** Who scores whom; `cut` when the search ran into its limit, so that the loads may differ by more than they must;
 * null when nobody had to be chosen anew. */
export interface ScorersFound {
  readonly sessions: PlannedSession[];
  readonly cut: boolean | null;
}

/** The search for the evenest share may take this long: up to 120 campers and eight coaches take half a second on an idle machine, and a busy one is ten times as slow. */
const SECONDS = 10;

let loaded: ReturnType<typeof highsLoader> | null = null;

/**
 * Gives every session its scorers; those of the plan before stay where the balance allows it.
 *
 * @param twice whose work is all scored a second time
 */
export async function withScorers(
  input: DayInput,
  sessions: readonly Session[],
  before: readonly PlannedSession[],
  { twice = [], seconds = SECONDS }: { readonly twice?: readonly StaffId[]; readonly seconds?: number } = {},
): Promise<ScorersFound> {
  const { settings } = input;
  const scorers = settings.staff.filter((s) => s.scores).map((s) => s.id);
  if (scorers.length === 0) throw new Refusal('nobody-scores', 'Nobody of the staff scores: name at least one.');
  const was = new Map(before.map((b) => [b.camper, b]));
  const same =
    sessions.length === before.length &&
    sessions.every((s) => was.has(s.camper)) &&
    before.every((b) => [b.scorer, b.secondScorer].every((p) => p === null || scorers.includes(p))) &&
    (scorers.length === 1 || before.every((b) => b.secondScorer !== null || !twice.includes(b.scorer)));
  const ages = new Map(input.campers.map((c) => [c.id, c.ageGroup]));
  loaded ??= highsLoader();
  const highs = await loaded;
  let cut = false;
  const solve = (program: string): Map<string, number> | null => {
    const { Status, Columns } = highs.solve(program, { time_limit: seconds });
    cut = Status !== 'Optimal';
    return Status === 'Optimal' || Status === 'Time limit reached'
      ? new Map(Object.entries(Columns).map(([name, c]) => [name, (c as { Primal?: number }).Primal ?? 0]))
      : null;
  };
  const choices: readonly ScorerChoice[] = same
    ? before
    : assignScorers(
        {
          campers: sessions.map((s) => ({ id: s.camper, ageGroup: ages.get(s.camper) ?? '11-12' })),
          scorers,
          blindShare: settings.blindShare,
          twice,
          before,
        },
        solve,
      );
  const of = new Map(choices.map((c) => [c.camper, c]));
  return {
    sessions: sessions.map((s) => ({ ...s, scorer: of.get(s.camper)!.scorer, secondScorer: of.get(s.camper)!.secondScorer })),
    cut: same ? null : cut,
  };
}
