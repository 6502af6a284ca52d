import type { DayPlanFacts, DaySettings, LinkedDesign, PlanProblem, Session } from '@stride-chalk/core';

export interface DayPlanData {
  readonly campId: string;
  readonly day: string;
  readonly now: number | null;
  /** The day is over: nothing of it is planned any more. */
  readonly over: boolean;
  readonly revision: number;
  readonly settings: DaySettings;
  readonly sessions: ReadonlyArray<Session & { readonly scorer: string; readonly secondScorer: string | null }>;
  readonly resting: ReadonlyArray<{ readonly camper: string; readonly why: string }>;
  readonly unplanned: readonly string[];
  readonly facts: DayPlanFacts;
  readonly problems: readonly PlanProblem[];
  readonly linked: LinkedDesign;
  /** The search for who scores whom ran into its limit. */
  readonly scorersCut: boolean;
  readonly campers: ReadonlyArray<{
    readonly id: string;
    readonly bib: number;
    readonly name: string;
    readonly ageGroup: string;
    readonly together: string | null;
  }>;
  readonly staff: ReadonlyArray<{
    readonly id: string;
    readonly name: string;
    readonly active: boolean;
    readonly mayScore: boolean;
  }>;
}
export type Planned = DayPlanData['sessions'][number];
