/** How much of a checkpoint is there: 0 not there, 1 starting, 2 nearly, 3 there. */
export type Level = 0 | 1 | 2 | 3;
/** What a coach can enter: a level, or that the film does not show it. Never a guess, never a zero. */
export type Seen = Level | 'NV';

/** One coach's score of one checkpoint in one delivery. */
export interface Score {
  readonly delivery: string;
  readonly checkpoint: string;
  readonly level: Seen;
  readonly faults: readonly string[];
  /**
   * What the level is worth at the mean severity of the staff, 0 to 3, where it is judged by that: of a coach whose severity is sure. The level itself stays
   * as it was given.
   */
  readonly fair?: number;
}
