import { and, asc, eq, isNotNull, or, sql } from 'drizzle-orm';
import type { BenchSet, CamperId, DeliveryId, Score, Seen, StaffId } from '@stride-chalk/core';
import { db } from './db/connect.ts';
import { agreedLevels, deliveries, scoringTasks } from './db/schema.ts';

/** One level that an evaluation is made of, and whose it is: one coach's, or of those who agreed on it. */
export interface UsedScore extends Score {
  readonly delivery: DeliveryId;
  readonly coaches: readonly StaffId[];
  /** It is no coach's own, but what holds where they differ. */
  readonly agreed: boolean;
}
/** The levels that hold where coaches differ, by delivery and checkpoint. */
export type AgreedLevels = ReadonlyMap<string, Pick<UsedScore, 'level' | 'faults' | 'coaches' | 'agreed'>>;

export const unitOf = (of: { readonly deliveryId: string; readonly checkpoint: string }): string =>
  `${of.deliveryId} ${of.checkpoint}`;
export const seenOf = (level: string): Seen => (level === 'NV' ? 'NV' : (Number(level) as Seen));

/** Who was planned as the first scorer of each delivery of a camper; deliveries of days without a plan are left out. */
export async function assignedScorers(camperId: CamperId): Promise<ReadonlyMap<DeliveryId, StaffId>> {
  const rows = await db()
    .select({ delivery: deliveries.id, coach: scoringTasks.coachId })
    .from(deliveries)
    .innerJoin(scoringTasks, and(eq(scoringTasks.camperId, deliveries.camperId), eq(scoringTasks.day, deliveries.thrownOn)))
    .where(and(eq(deliveries.camperId, camperId), eq(scoringTasks.kind, 'first'), eq(scoringTasks.state, 'open')));
  return new Map(rows.map((r) => [r.delivery, r.coach]));
}

/** What two coaches of a camper have agreed on, or the lead has decided: of each delivery and checkpoint the newest. */
export async function agreedOf(camperId: CamperId): Promise<AgreedLevels> {
  const rows = await db()
    .select({
      deliveryId: agreedLevels.deliveryId,
      checkpoint: agreedLevels.checkpoint,
      level: agreedLevels.level,
      faults: agreedLevels.faults,
      by: agreedLevels.enteredBy,
      with: agreedLevels.agreedBy,
    })
    .from(agreedLevels)
    .innerJoin(deliveries, eq(deliveries.id, agreedLevels.deliveryId))
    .where(and(eq(deliveries.camperId, camperId), or(eq(agreedLevels.decided, true), isNotNull(agreedLevels.agreedBy))))
    .orderBy(asc(sql`coalesce(${agreedLevels.agreedAt}, ${agreedLevels.enteredAt})`));
  return new Map(
    rows.map((r) => [
      unitOf(r),
      { level: seenOf(r.level), faults: r.faults, coaches: [r.by, ...(r.with === null ? [] : [r.with])], agreed: true },
    ]),
  );
}

/**
 * The levels that an evaluation is made of, one for each delivery and checkpoint: what was agreed where coaches differed; else that of the planned first scorer,
 * whoever drafts; without one the author's own, else that of the coach who comes first.
 *
 * @example usedScores(set, { assigned: await assignedScorers(id), agreed: await agreedOf(id), author })
 */
export function usedScores(
  set: Pick<BenchSet, 'scores'>,
  by: {
    readonly assigned: ReadonlyMap<DeliveryId, StaffId>;
    readonly agreed: AgreedLevels;
    readonly author: StaffId | null;
  },
): UsedScore[] {
  const rank = (s: BenchSet['scores'][number]): number =>
    s.coachId === by.assigned.get(s.deliveryId) ? 0 : s.coachId === by.author ? 1 : 2;
  const used = new Map<string, UsedScore>();
  for (const s of [...set.scores].sort((a, b) => rank(a) - rank(b) || (a.coachId < b.coachId ? -1 : 1))) {
    const key = unitOf(s);
    if (used.has(key)) continue;
    const own = { delivery: s.deliveryId, checkpoint: s.checkpoint };
    used.set(key, {
      ...own,
      ...(by.agreed.get(key) ?? { level: s.level, faults: s.faults, coaches: [s.coachId], agreed: false }),
    });
  }
  return [...used.values()];
}
