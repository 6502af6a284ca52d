import type { CheckpointHabit, FaultCount } from '../habits/habits-of.ts';
import type { AgeGroup } from '../roster/age-group.ts';
import { checkpointOfCode } from '../sheet/codes.ts';
import type { Sheet } from '../sheet/shape.ts';
import { explainedBy } from './cause-graph.ts';

/** One thing to work on, with what gives it its place. */
export interface FocusChoice {
  readonly checkpoint: string;
  /** The habits of this checkpoint, most frequent first; of one that was low throughout with a fault each time, those faults. */
  readonly faults: readonly FaultCount[];
  /** It was at level 0 or 1 in every delivery, with no fault in most of them. */
  readonly lowThroughout: boolean;
  /** Deliveries in which it was visible. */
  readonly visible: number;
  /** Checkpoints of this camper that it explains downstream. */
  readonly explains: readonly string[];
  /** The chosen checkpoint upstream that explains it; null when nothing chosen does. */
  readonly explainedBy: string | null;
  readonly severity: number;
  readonly share: number;
}

export interface FocusPlan {
  /** The two to four things that matter most now. */
  readonly chosen: readonly FocusChoice[];
  /** Every other habit: it waits, or clears up with what explains it. */
  readonly later: readonly FocusChoice[];
}

/** Young children get fewer things at once: two up to 10 years, three up to 12, four from 13. Common practice, no source. */
export const FOCUS_LIMIT: Readonly<Record<AgeGroup, number>> = {
  '7-8': 2,
  '9-10': 2,
  '11-12': 3,
  '13-14': 4,
  '15-16': 4,
  '17-18': 4,
};

/** What can become a focus: a habit, or a checkpoint that was low throughout. */
const faultsOf = (h: CheckpointHabit): readonly FaultCount[] =>
  h.habits.length > 0 ? h.habits : h.lowThroughout ? h.oneOffs : [];
const counts = (h: CheckpointHabit): boolean => h.habits.length > 0 || h.lowThroughout;

/**
 * The two to four things that matter most now, and the habits that wait. What weighs most comes first: severity times share of deliveries, with what
 * it explains counted half; then the earlier one in the delivery. A cause comes in the place of what it explains: what a chosen focus explains is left
 * to clear up with it, and joins only while there are fewer than two. What a cause explains that was not chosen is left to nobody: it is weighed
 * itself. Checkpoints that are not scored at this age never become a focus, and nothing is invented: without a habit the list is empty.
 *
 * @param habits what `habitsOf` found
 * @param sheet the camp's sheet, with its causes
 * @example chooseFocus(habitsOf(scores), defaultSheet, '13-14').chosen[0]?.checkpoint // 'F2'
 */
export function chooseFocus(habits: readonly CheckpointHabit[], sheet: Sheet, ageGroup: AgeGroup): FocusPlan {
  const order = new Map(sheet.checkpoints.map((c, i) => [c.id, i]));
  const candidates = habits
    .filter((h) => counts(h) && sheet.checkpoints.find((c) => c.id === h.checkpoint)?.scoredFor.includes(ageGroup))
    .sort((a, b) => order.get(a.checkpoint)! - order.get(b.checkpoint)!);
  const reach = explainedBy(
    candidates.flatMap((h) => faultsOf(h).map((f) => f.code)),
    sheet,
  );
  const own = new Map(candidates.map((h) => [h.checkpoint, ownWeight(h)]));
  const downstream = new Map(
    candidates.map((h) => {
      const below = faultsOf(h).flatMap((f) => [...(reach.get(f.code) ?? [])].map((code) => checkpointOfCode(code)));
      return [h.checkpoint, [...new Set(below)].filter((id) => id !== h.checkpoint && own.has(id))];
    }),
  );
  const explains = (a: CheckpointHabit, b: CheckpointHabit): boolean => downstream.get(a.checkpoint)!.includes(b.checkpoint);
  const weight = (h: CheckpointHabit): number =>
    own.get(h.checkpoint)! + 0.5 * downstream.get(h.checkpoint)!.reduce((sum, id) => sum + own.get(id)!, 0);
  const byWeight = [...candidates].sort((a, b) => weight(b) - weight(a) || order.get(a.checkpoint)! - order.get(b.checkpoint)!);
  const limit = FOCUS_LIMIT[ageGroup];
  const chosen: CheckpointHabit[] = [];
  const open = (): CheckpointHabit[] => byWeight.filter((h) => !chosen.includes(h) && !chosen.some((c) => explains(c, h)));
  for (let left = open(); left.length > 0 && chosen.length < limit; left = open()) chosen.push(rootOf(left[0]!, left, explains));
  for (const h of byWeight) if (chosen.length < Math.min(2, limit) && !chosen.includes(h)) chosen.push(h);
  const choice = (h: CheckpointHabit): FocusChoice => {
    const main = h.habits[0];
    return {
      checkpoint: h.checkpoint,
      faults: faultsOf(h),
      lowThroughout: h.lowThroughout && h.habits.length === 0,
      visible: h.visible,
      explains: downstream.get(h.checkpoint)!,
      explainedBy: chosen.find((c) => c !== h && explains(c, h))?.checkpoint ?? null,
      severity: main?.severity ?? h.shortfall,
      share: main ? main.seen / main.visible : 1,
    };
  };
  return { chosen: chosen.map(choice), later: byWeight.filter((h) => !chosen.includes(h)).map(choice) };
}

/** How much a checkpoint weighs by itself: severity times share of the fault that weighs most, or how low it was throughout. */
const ownWeight = (h: CheckpointHabit): number =>
  Math.max(h.lowThroughout ? h.shortfall : 0, ...h.habits.map((f) => (f.severity * f.seen) / f.visible));

/**
 * The heaviest cause from which one thing follows, itself where none is left. Of causes that explain each other in a circle none stands above the
 * others: the one in hand stays.
 */
function rootOf(
  start: CheckpointHabit,
  byWeight: readonly CheckpointHabit[],
  explains: (a: CheckpointHabit, b: CheckpointHabit) => boolean,
): CheckpointHabit {
  const visited = new Set([start]);
  let root = start;
  for (;;) {
    const above = byWeight.find((h) => !visited.has(h) && explains(h, root) && !explains(root, h));
    if (!above) return root;
    visited.add(above);
    root = above;
  }
}
