import type { Level, Score } from '../levels/level.ts';

/** How often a fault was seen in the deliveries in which its checkpoint was visible. */
export interface FaultCount {
  readonly code: string;
  readonly seen: number;
  readonly visible: number;
  readonly deliveries: readonly string[];
  /** Mean shortfall from level 3 in the deliveries that showed it, 0 to 3. */
  readonly severity: number;
}

/** What the deliveries of one set say about one checkpoint. */
export interface CheckpointHabit {
  readonly checkpoint: string;
  /** Deliveries in which it was visible, and in which it was not. */
  readonly visible: number;
  readonly notVisible: number;
  /** Levels of the visible deliveries in the order given. */
  readonly levels: readonly Level[];
  /** Middle level; of an even number the lower middle, so that nothing is rounded up. Null when never visible. */
  readonly middle: Level | null;
  readonly strength: boolean;
  /** Faults seen in more than half of the visible deliveries and in at least two, most frequent first. */
  readonly habits: readonly FaultCount[];
  /** Faults seen, but not often enough to be a habit. */
  readonly oneOffs: readonly FaultCount[];
  /** True when it was at level 0 or 1 in every visible delivery, and in at least two: a finding, whichever fault each of them showed. */
  readonly lowThroughout: boolean;
  /** Mean shortfall from level 3 over the visible deliveries, 0 to 3; 0 when never visible. */
  readonly shortfall: number;
  /** True when only one delivery showed it: neither habit nor strength can be said. */
  readonly seenOnce: boolean;
  /** By how many levels, on average, what was given was judged higher (or lower) than it stands: fair levels; null where it was not. */
  readonly judgedFair: number | null;
}

/**
 * Habits apart from one-off events, for the scores of one camper's set by one coach. A delivery in which a checkpoint was
 * not visible leaves the denominator. How short of level 3 something is, is judged by the fair level where a score has one; levels and counts stay as given. What is asked once of the whole set says all there is to say: its one score is no one-off.
 *
 * @param ofSet ids of the checkpoints that are asked once of the set
 * @throws RangeError when a delivery has two scores for the same checkpoint
 * @example
 * habitsOf([
 *   { delivery: 'a', checkpoint: 'E2', level: 1, faults: ['E2.late'] },
 *   { delivery: 'b', checkpoint: 'E2', level: 1, faults: ['E2.late'] },
 *   { delivery: 'c', checkpoint: 'E2', level: 'NV', faults: [] },
 * ])[0]?.habits[0] // { code: 'E2.late', seen: 2, visible: 2, severity: 2, ... }
 */
export function habitsOf(scores: readonly Score[], ofSet: ReadonlySet<string> = new Set()): CheckpointHabit[] {
  const byCheckpoint = new Map<string, Score[]>();
  for (const score of scores) {
    const list = byCheckpoint.get(score.checkpoint) ?? [];
    if (list.some((s) => s.delivery === score.delivery))
      throw new RangeError(`delivery ${score.delivery} has two scores for ${score.checkpoint}`);
    byCheckpoint.set(score.checkpoint, [...list, score]);
  }
  return [...byCheckpoint].map(([checkpoint, list]) => habitOf(checkpoint, list, ofSet.has(checkpoint) ? 1 : 2));
}

/** What a level counts as: between 0 and 3. */
const worth = (s: { readonly level: Level; readonly fair?: number }): number => Math.max(0, Math.min(3, s.fair ?? s.level));

/** @param least how many deliveries have to show it, for a habit or a strength */
function habitOf(checkpoint: string, list: readonly Score[], least: 1 | 2): CheckpointHabit {
  const seen = list.flatMap((s) => (s.level === 'NV' ? [] : [{ ...s, level: s.level }]));
  const visible = seen.length;
  const levels = seen.map((s) => s.level);
  const sorted = [...levels].sort((a, b) => a - b);
  const threes = levels.filter((l) => l === 3).length;
  const codes = [...new Set(seen.flatMap((s) => s.faults))];
  const counts = codes
    .map((code): FaultCount => {
      const withIt = seen.filter((s) => s.faults.includes(code));
      return {
        code,
        seen: withIt.length,
        visible,
        deliveries: withIt.map((s) => s.delivery),
        severity: withIt.reduce((sum, s) => sum + 3 - worth(s), 0) / withIt.length,
      };
    })
    .sort((a, b) => b.seen - a.seen || b.severity - a.severity || (a.code < b.code ? -1 : 1));
  const often = (n: number): boolean => n >= least && 2 * n > visible;
  return {
    checkpoint,
    visible,
    notVisible: list.length - visible,
    levels,
    middle: sorted[(visible - 1) >> 1] ?? null,
    strength: often(threes) && !levels.includes(0),
    habits: counts.filter((c) => often(c.seen)),
    oneOffs: counts.filter((c) => !often(c.seen)),
    lowThroughout: visible >= least && seen.every((s) => Math.round(worth(s)) <= 1),
    shortfall: visible === 0 ? 0 : seen.reduce((sum, s) => sum + 3 - worth(s), 0) / visible,
    seenOnce: visible === 1 && least === 2,
    judgedFair: seen.some((s) => s.fair !== undefined) ? seen.reduce((sum, s) => sum + worth(s) - s.level, 0) / visible : null,
  };
}
