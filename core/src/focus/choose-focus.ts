import type { CheckpointHabit, FaultCount } from '../habits/habits-of.ts';
import type { AgeGroup } from '../roster/age-group.ts';
import type { Sheet } from '../sheet/schema.ts';
import { explainedBy } from './cause-graph.ts';

/** One thing to work on, with the reasons for its place. */
export interface FocusChoice {
  readonly checkpoint: string;
  /** The habits of this checkpoint, most frequent first. */
  readonly faults: readonly FaultCount[];
  /** Checkpoints of this camper that it explains downstream. */
  readonly explains: readonly string[];
  /** The chosen checkpoint upstream that explains it; null when nothing seen does. */
  readonly explainedBy: string | null;
  readonly severity: number;
  readonly share: number;
  readonly reasons: readonly string[];
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

/**
 * The two to four things that matter most now. Causes come before what they explain; among causes those that explain and
 * weigh most (severity times share of deliveries, with what they explain counted half) come first, then the earlier one in the
 * delivery. What an upstream focus explains is left to clear up with it, and is only added while there are fewer than two.
 * Checkpoints that are not scored at this age never become a focus, and nothing is invented: without a habit the list is empty.
 *
 * @param habits what `habitsOf` found
 * @param sheet the camp's sheet, with its causes
 * @example chooseFocus(habitsOf(scores), defaultSheet, '13-14')[0]?.checkpoint // 'F2'
 */
export function chooseFocus(habits: readonly CheckpointHabit[], sheet: Sheet, ageGroup: AgeGroup): FocusChoice[] {
  const order = new Map(sheet.checkpoints.map((c, i) => [c.id, i]));
  const candidates = habits
    .filter((h) => h.habits.length > 0 && sheet.checkpoints.find((c) => c.id === h.checkpoint)?.scoredFor.includes(ageGroup))
    .sort((a, b) => order.get(a.checkpoint)! - order.get(b.checkpoint)!);
  const codes = candidates.flatMap((h) => h.habits.map((f) => f.code));
  const reach = explainedBy(codes, sheet);
  const own = new Map(candidates.map((h) => [h.checkpoint, Math.max(...h.habits.map((f) => (f.severity * f.seen) / f.visible))]));
  const explains = (h: CheckpointHabit): string[] =>
    [...new Set(h.habits.flatMap((f) => [...(reach.get(f.code) ?? [])].map((code) => code.split('.')[0]!)))].filter(
      (id) => id !== h.checkpoint,
    );
  const downstream = new Map(candidates.map((h) => [h.checkpoint, explains(h)]));
  const upstream = (h: CheckpointHabit): string[] =>
    candidates.filter((c) => downstream.get(c.checkpoint)!.includes(h.checkpoint)).map((c) => c.checkpoint);
  const weight = (h: CheckpointHabit): number =>
    own.get(h.checkpoint)! + 0.5 * downstream.get(h.checkpoint)!.reduce((sum, id) => sum + own.get(id)!, 0);
  const byWeight = [...candidates].sort((a, b) => weight(b) - weight(a) || order.get(a.checkpoint)! - order.get(b.checkpoint)!);
  const causes = byWeight.filter((h) => upstream(h).length === 0);
  const limit = FOCUS_LIMIT[ageGroup];
  const chosen = causes.slice(0, limit);
  for (const h of byWeight) if (chosen.length < Math.min(2, limit) && !chosen.includes(h)) chosen.push(h);
  return chosen.map((h) => {
    const main = h.habits[0]!;
    const by = chosen.find((c) => c !== h && downstream.get(c.checkpoint)!.includes(h.checkpoint))?.checkpoint ?? null;
    const below = downstream.get(h.checkpoint)!;
    const nameOf = (id: string): string => sheet.checkpoints.find((c) => c.id === id)!.name.toLowerCase();
    const reasons = [
      `seen in ${main.seen} of ${main.visible} deliveries`,
      ...(below.length > 0 ? [`explains what was seen at: ${below.map(nameOf).join(', ')}`] : []),
      ...(by ? [`may clear up with: ${nameOf(by)}`] : ['nothing earlier that was seen explains it']),
      `on average ${main.severity.toFixed(1)} levels short`,
    ];
    return {
      checkpoint: h.checkpoint,
      faults: h.habits,
      explains: below,
      explainedBy: by,
      severity: main.severity,
      share: main.seen / main.visible,
      reasons,
    };
  });
}
