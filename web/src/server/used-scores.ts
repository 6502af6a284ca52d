import { and, eq } from 'drizzle-orm';
import type { BenchSet, CamperId, DeliveryId, StaffId } from '@stride-chalk/core';
import { db } from './db/connect.ts';
import { deliveries, scoringTasks } from './db/schema.ts';

/** Who was planned as the first scorer of each delivery of a camper; deliveries of days without a plan are left out. */
export async function assignedScorers(camperId: CamperId): Promise<ReadonlyMap<DeliveryId, StaffId>> {
  const rows = await db()
    .select({ delivery: deliveries.id, coach: scoringTasks.coachId })
    .from(deliveries)
    .innerJoin(scoringTasks, and(eq(scoringTasks.camperId, deliveries.camperId), eq(scoringTasks.day, deliveries.thrownOn)))
    .where(and(eq(deliveries.camperId, camperId), eq(scoringTasks.kind, 'first'), eq(scoringTasks.state, 'open')));
  return new Map(rows.map((r) => [r.delivery, r.coach]));
}

/**
 * The levels that an evaluation is made of, one for each delivery and checkpoint: that of the planned first scorer, whoever drafts; without one the
 * author's own, else that of the coach who comes first.
 *
 * @example usedScores(set, await assignedScorers(camper.id), author)
 */
export function usedScores(
  set: Pick<BenchSet, 'scores'>,
  assigned: ReadonlyMap<DeliveryId, StaffId>,
  author: StaffId,
): BenchSet['scores'][number][] {
  const rank = (s: BenchSet['scores'][number]): number =>
    s.coachId === assigned.get(s.deliveryId) ? 0 : s.coachId === author ? 1 : 2;
  const used = new Map<string, BenchSet['scores'][number]>();
  for (const s of [...set.scores].sort((a, b) => rank(a) - rank(b) || (a.coachId < b.coachId ? -1 : 1))) {
    const key = `${s.deliveryId} ${s.checkpoint}`;
    if (!used.has(key)) used.set(key, s);
  }
  return [...used.values()];
}
