import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { instantInZone, type LoggedThrow, type PlannedVisit, type ThrowLog } from '@stride-chalk/core';
import type { Camp } from '../camps.ts';
import { db } from '../db/connect.ts';
import { campers, dayPlans, planSessions, throws } from '../db/schema.ts';

/** What is known of the throws of a camp, by the clock of the server: those of which somebody has told when they were thrown, and what its plans hold. */
export async function thrownLog(camp: Pick<Camp, 'id' | 'timeZone'>): Promise<ThrowLog> {
  const [told, planned] = await Promise.all([
    db()
      .select({ id: throws.id, bib: campers.bib, at: throws.thrownAt, mound: throws.mound })
      .from(throws)
      .innerJoin(campers, and(eq(campers.childId, throws.childId), eq(campers.campId, throws.campId)))
      .where(and(eq(throws.campId, camp.id), eq(throws.count, 1), isNotNull(throws.thrownAt), isNull(throws.takenBackAt))),
    db()
      .select({
        bib: campers.bib,
        day: dayPlans.day,
        from: planSessions.from,
        mound: planSessions.mound,
        throws: planSessions.deliveries,
      })
      .from(planSessions)
      .innerJoin(dayPlans, eq(dayPlans.id, planSessions.planId))
      .innerJoin(campers, eq(campers.id, planSessions.camperId))
      .where(eq(dayPlans.campId, camp.id)),
  ]);
  return {
    throws: told.map(({ at, ...t }): LoggedThrow => ({ ...t, at: at!.getTime() })),
    visits: planned.map(({ day, from, ...visit }): PlannedVisit => ({ ...visit, at: instantInZone(day, from, camp.timeZone) })),
  };
}
