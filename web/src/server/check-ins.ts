import { and, desc, eq, inArray, ne } from 'drizzle-orm';
import { v7 } from 'uuid';
import { z } from 'zod';
import { MOBILITY_NOTES, SORE_PLACES } from '@stride-chalk/core';
import { reportSore, standingsOf, type Standing } from './arm-care.ts';
import { camperById, listCampers, type Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { db, type Executor } from './db/connect.ts';
import { campers, checkIns, throws } from './db/schema.ts';

export const checkInSchema = z.object({
  camperId: z.uuid(),
  day: z.iso.date(),
  notedAt: z.iso.datetime(),
  present: z.boolean(),
  heightCentimetres: z.number().min(80).max(230).nullable(),
  sore: z.object({ place: z.enum(SORE_PLACES), since: z.iso.date() }).nullable(),
  drillsDone: z.enum(['none', 'some', 'all']).nullable(),
  goals: z.string().trim().max(400).nullable(),
  mobility: z.array(z.enum(MOBILITY_NOTES)).max(MOBILITY_NOTES.length),
  throwsReported: z
    .array(z.object({ day: z.iso.date(), count: z.number().int().min(1).max(300), kind: z.enum(['game', 'bullpen', 'drill']) }))
    .max(10),
});
export type CheckInInput = z.output<typeof checkInSchema>;

/**
 * Takes what was said at the gate, under the id that the phone gave it: a repeated send changes nothing, and one that arrives
 * after a newer one of the same day is kept and changes nothing else. Sore: no throwing from now on, and messages go out.
 */
export async function recordCheckIn(id: string, input: CheckInInput, by: string): Promise<{ readonly applied: boolean }> {
  const { camp, camper } = await camperById(input.camperId);
  return db().transaction(async (tx) => {
    await tx.select({ id: campers.id }).from(campers).where(eq(campers.id, camper.id)).for('update');
    // A phone whose clock is ahead must not outdo what is noted after it.
    const notedAt = new Date(Math.min(Date.parse(input.notedAt), Date.now()));
    const made = await tx
      .insert(checkIns)
      .values({
        id,
        camperId: camper.id,
        day: input.day,
        notedAt,
        present: input.present,
        heightCentimetres: input.heightCentimetres,
        sore: input.sore !== null,
        soreWhere: input.sore?.place ?? null,
        soreSince: input.sore?.since ?? null,
        drillsDone: input.drillsDone,
        goals: input.goals || null,
        mobility: input.mobility,
        throwsReported: input.throwsReported,
        enteredBy: by,
      })
      .onConflictDoNothing()
      .returning({ id: checkIns.id });
    if (made.length === 0) return { applied: true };
    // A sore arm counts whenever it arrives.
    if (input.sore) await reportSore(camp, camper, { id: v7(), ...input.sore, by }, tx);
    const [newest] = await tx
      .select({ id: checkIns.id })
      .from(checkIns)
      .where(and(eq(checkIns.camperId, camper.id), eq(checkIns.day, input.day)))
      .orderBy(desc(checkIns.notedAt), desc(checkIns.id))
      .limit(1);
    if (newest!.id !== id) return { applied: false };
    await replaceReported(tx, camper, id, input, by);
    if (input.heightCentimetres !== null)
      await tx.update(campers).set({ heightCentimetres: input.heightCentimetres }).where(eq(campers.id, camper.id));
    return { applied: true };
  });
}

/** Throws that the family reports stand in the ledger; those of an earlier check-in of the day go. */
async function replaceReported(tx: Executor, camper: Camper, id: string, input: CheckInInput, by: string): Promise<void> {
  const earlier = await tx
    .select({ id: checkIns.id })
    .from(checkIns)
    .where(and(eq(checkIns.camperId, camper.id), eq(checkIns.day, input.day), ne(checkIns.id, id)));
  if (earlier.length > 0)
    await tx.delete(throws).where(
      inArray(
        throws.checkInId,
        earlier.map((e) => e.id),
      ),
    );
  if (input.throwsReported.length > 0)
    await tx.insert(throws).values(
      input.throwsReported.map((t) => ({
        id: v7(),
        childId: camper.childId,
        day: t.day,
        kind: t.kind,
        count: t.count,
        checkInId: id,
        enteredBy: by,
      })),
    );
}

export type CheckInRow = typeof checkIns.$inferSelect;

/** The newest check-in of each camper on a day. */
export async function checkInsOn(camperIds: readonly string[], day: string): Promise<Map<string, CheckInRow>> {
  if (camperIds.length === 0) return new Map();
  const rows = await db()
    .selectDistinctOn([checkIns.camperId])
    .from(checkIns)
    .where(and(inArray(checkIns.camperId, [...camperIds]), eq(checkIns.day, day)))
    .orderBy(checkIns.camperId, desc(checkIns.notedAt), desc(checkIns.id));
  return new Map(rows.map((r) => [r.camperId, r]));
}

export interface AtTheGate {
  readonly camper: Camper;
  readonly checkIn: CheckInRow | null;
  readonly standing: Standing;
}

/** Everybody who is expected at the gate, with what was said there and what arm care says. */
export async function gateList(camp: Camp, day: string): Promise<AtTheGate[]> {
  const all = await listCampers(camp);
  const [said, standings] = await Promise.all([
    checkInsOn(
      all.map((c) => c.id),
      day,
    ),
    standingsOf(camp, all, day),
  ]);
  return all.map((camper) => ({ camper, checkIn: said.get(camper.id) ?? null, standing: standings.get(camper.childId)! }));
}
