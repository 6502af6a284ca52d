import { and, eq, inArray, isNull, notInArray } from 'drizzle-orm';
import { askedOfSet, resolveSheet, type StaffId } from '@stride-chalk/core';
import type { Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { clips, scores } from './db/schema.ts';
import { deliveriesOf } from './deliveries.ts';
import { Refusal } from './refusal.ts';
import { isSecondScorer } from './scoring-tasks.ts';

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
  const ofSet = [...askedOfSet(camp.sheet)];
  const [filmed, own] = await Promise.all([
    db()
      .selectDistinct({ id: clips.deliveryId })
      .from(clips)
      .where(and(inArray(clips.deliveryId, ids), isNull(clips.removedAt), isNull(clips.hiddenAt))),
    db()
      .select({ id: scores.deliveryId })
      .from(scores)
      // What is asked once of the set is asked of one delivery only: it does not count.
      .where(
        and(
          inArray(scores.deliveryId, ids),
          eq(scores.coachId, staffId),
          ofSet.length > 0 ? notInArray(scores.checkpoint, ofSet) : undefined,
        ),
      ),
  ]);
  const open = set.find((d) => {
    const asked = resolveSheet(camp.sheet, camper.ageGroup, d.kind, camp.schools).filter(
      (c) => c.scored && c.of === 'delivery',
    ).length;
    return filmed.some((f) => f.id === d.id) && own.filter((s) => s.id === d.id).length < asked;
  });
  return open?.number ?? null;
}

/**
 * Keeps the write-up closed to a blind second scorer of a camper who has not scored him yet: it is made of the first one's levels. The lead is not
 * held up.
 */
export async function requireNotBlind(
  camp: Camp,
  camper: OfCamper,
  by: { readonly id: StaffId; readonly role: string },
): Promise<void> {
  if (by.role === 'lead') return;
  const open = await stillBlindTo(camp, camper, by.id);
  if (open !== null)
    throw new Refusal(
      'blind-scorer',
      `You are the second scorer of bib ${camper.bib}: what the first one has seen is shown when you have scored yourself. Delivery ${open} waits at the bench.`,
      403,
    );
}
