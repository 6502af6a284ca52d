import { and, eq, inArray, isNull } from 'drizzle-orm';
import { resolveSheet, type CamperId, type StaffId } from '@stride-chalk/core';
import type { Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { campers, clips, scores, scoringTasks } from './db/schema.ts';
import { deliveriesOf } from './deliveries.ts';
import { grouped } from './grouped.ts';
import { Refusal } from './refusal.ts';
import { isSecondScorer, tasksOf } from './scoring-tasks.ts';

/** Whose work is looked at. */
type OfCamper = Pick<Camper, 'id' | 'bib' | 'ageGroup'>;

/**
 * The number of the filmed delivery that a second scorer has still to score before he may see what others have seen of a camper; null for everybody else,
 * and for him when all of them have all of his own levels.
 */
export async function stillBlindTo(camp: Camp, camper: OfCamper, staffId: StaffId): Promise<number | null> {
  if (!(await isSecondScorer(camper.id, staffId))) return null;
  const set = await deliveriesOf(camper.id);
  const ids = set.map((d) => d.id);
  if (ids.length === 0) return null;
  const [filmed, own] = await Promise.all([
    db()
      .selectDistinct({ id: clips.deliveryId })
      .from(clips)
      .where(and(inArray(clips.deliveryId, ids), isNull(clips.removedAt), isNull(clips.hiddenAt))),
    db()
      .select({ id: scores.deliveryId, checkpoint: scores.checkpoint })
      .from(scores)
      .where(and(inArray(scores.deliveryId, ids), eq(scores.coachId, staffId))),
  ]);
  const seen = set.filter((d) => filmed.some((f) => f.id === d.id));
  const asked = (d: (typeof set)[number], of: 'delivery' | 'set'): string[] =>
    resolveSheet(camp.sheet, camper.ageGroup, d.kind, camp.schools)
      .filter((c) => c.scored && c.of === of)
      .map((c) => c.id);
  const open = seen.find((d) => asked(d, 'delivery').some((id) => !own.some((s) => s.id === d.id && s.checkpoint === id)));
  if (open) return open.number;
  // What is asked once of the set is asked at the last of them.
  const last = seen.at(-1);
  return last && asked(last, 'set').some((id) => !own.some((s) => s.checkpoint === id)) ? last.number : null;
}

/** The campers of a camp whom somebody is still to score blind, with who. Whoever cannot score them any more, since nobody may see their films, stays blind. */
export async function unfinishedSeconds(camp: Camp): Promise<ReadonlyMap<CamperId, readonly StaffId[]>> {
  const planned = await db()
    .selectDistinct({ camperId: scoringTasks.camperId, coachId: scoringTasks.coachId })
    .from(scoringTasks)
    .innerJoin(campers, eq(campers.id, scoringTasks.camperId))
    .where(and(eq(campers.campId, camp.id), eq(scoringTasks.kind, 'second'), eq(scoringTasks.state, 'open')));
  const done = new Set<string>();
  for (const coach of new Set(planned.map((p) => p.coachId)))
    for (const t of await tasksOf(camp, coach)) if (t.state === 'done') done.add(`${t.camperId} ${coach}`);
  const open = planned.filter((p) => !done.has(`${p.camperId} ${p.coachId}`));
  return new Map([...grouped(open, (p) => p.camperId)].map(([id, of]) => [id as CamperId, of.map((p) => p.coachId)]));
}

/**
 * Keeps the write-up closed to a blind second scorer of a camper who has not scored him yet, the lead too: it is made of the first one's levels.
 */
export async function requireNotBlind(camp: Camp, camper: OfCamper, by: { readonly id: StaffId }): Promise<void> {
  const open = await stillBlindTo(camp, camper, by.id);
  if (open !== null)
    throw new Refusal(
      'blind-scorer',
      `You are the second scorer of bib ${camper.bib}: what the first one has seen is shown when you have scored yourself. Delivery ${open} waits at the bench.`,
      403,
    );
}
