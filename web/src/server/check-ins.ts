import { and, eq, inArray, isNull } from 'drizzle-orm';
import { v7 } from 'uuid';
import {
  reportedThrows,
  sameThrows,
  type CheckInInput,
  type DayThrows,
  type Standing,
  type StaffId,
  type CamperId,
} from '@stride-chalk/core';
import { reportSore, standingsOf } from './arm-care.ts';
import { camperById, listCampers, type Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { db, type Executor } from './db/connect.ts';
import { campers, checkIns, throws } from './db/schema.ts';
import { grouped } from './grouped.ts';
import { idTaken } from './refusal.ts';

/** What was said, in the words of today's form: an empty list of an older page says nothing. */
const today = (input: CheckInInput): CheckInInput =>
  input.form === 2
    ? input
    : {
        ...input,
        mobility: input.mobility?.length ? input.mobility : null,
        throwsReported: input.throwsReported?.length ? input.throwsReported : null,
      };

/**
 * Takes what was said at the gate, under the id that the phone gave it: a repeated send changes nothing. Of the check-ins of a day the newest word
 * on each thing holds, whichever arrives last: what a newer one does not ask about stays as it was said, and reported throws are taken back by nobody who did not know of them. Sore: no throwing from now on, and messages
 * are written.
 *
 * @param noted when it was noted, by the clock of the server
 */
export async function recordCheckIn(
  id: string,
  said: CheckInInput,
  by: StaffId,
  noted = Date.parse(said.notedAt),
): Promise<{ readonly applied: boolean }> {
  const input = today(said);
  const { camp, camper } = await camperById(input.camperId);
  return db().transaction(async (tx) => {
    await tx.select({ id: campers.id }).from(campers).where(eq(campers.id, camper.id)).for('update');
    // A phone whose clock is ahead must not outdo what is noted after it.
    const notedAt = new Date(Math.min(noted, Date.now()));
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
        throwsKnown: input.throwsKnown,
        enteredBy: by,
      })
      .onConflictDoNothing()
      .returning({ id: checkIns.id });
    if (made.length === 0) {
      const [there] = await tx.select({ camperId: checkIns.camperId }).from(checkIns).where(eq(checkIns.id, id));
      if (there?.camperId !== camper.id) throw idTaken();
      return { applied: true };
    }
    // A sore arm counts whenever it arrives.
    if (input.sore) await reportSore(camp, camper, { id: v7(), ...input.sore, by }, tx);
    const ofTheDay = await tx
      .select()
      .from(checkIns)
      .where(and(eq(checkIns.camperId, camper.id), eq(checkIns.day, input.day)))
      .orderBy(checkIns.notedAt, checkIns.id);
    const newest = merged(ofTheDay);
    const before = reportedOf(ofTheDay.filter((c) => c.id !== id));
    if (newest.throwsReported !== null && !sameThrows(before, newest.throwsReported))
      await replaceReported(tx, camper, id, newest.throwsReported, { by, earlier: ofTheDay.map((c) => c.id) });
    if (input.heightCentimetres !== null && newest.heightFrom === id)
      await tx.update(campers).set({ heightCentimetres: input.heightCentimetres }).where(eq(campers.id, camper.id));
    return { applied: newest.id === id };
  });
}

/** Throws that the family reports stand in the ledger once; what a newer report replaces is seen there as taken back. */
async function replaceReported(
  tx: Executor,
  camper: Camper,
  id: string,
  reported: readonly DayThrows[],
  { by, earlier }: { readonly by: StaffId; readonly earlier: readonly string[] },
): Promise<void> {
  await tx
    .update(throws)
    .set({ takenBackAt: new Date(), takenBackBy: by, takenBackWhy: 'reported anew at check-in' })
    .where(and(inArray(throws.checkInId, [...earlier]), isNull(throws.takenBackAt)));
  if (reported.length > 0)
    await tx.insert(throws).values(
      reported.map((t) => ({
        id: v7(),
        childId: camper.childId,
        campId: camper.campId,
        day: t.day,
        kind: t.kind,
        count: t.count,
        checkInId: id,
        enteredBy: by,
      })),
    );
}

type CheckInRow = typeof checkIns.$inferSelect;

/** What stands of the check-ins of a day: the newest word on each thing. */
export interface DayCheckIn {
  /** The newest check-in. */
  readonly id: string;
  readonly present: boolean;
  readonly heightCentimetres: number | null;
  readonly drillsDone: CheckInRow['drillsDone'];
  readonly goals: string | null;
  readonly mobility: readonly string[];
  /** null: nobody has asked about the throws of the last days. */
  readonly throwsReported: readonly DayThrows[] | null;
  /** The check-in from which the height comes. */
  readonly heightFrom: string | null;
}

/** What stands of the throws that the family has reported on a day. */
const reportedOf = (ofTheDay: readonly CheckInRow[]): readonly DayThrows[] | null =>
  reportedThrows(
    ofTheDay.flatMap((c) => (c.throwsReported === null ? [] : [{ reported: c.throwsReported, known: c.throwsKnown }])),
  );

/** @param ofTheDay the check-ins of one camper on one day, the oldest first; at least one */
function merged(ofTheDay: readonly CheckInRow[]): DayCheckIn {
  const last = <T>(said: (c: CheckInRow) => T | null): { readonly value: T | null; readonly from: string | null } => {
    const row = [...ofTheDay].reverse().find((c) => said(c) !== null);
    return { value: row ? said(row) : null, from: row?.id ?? null };
  };
  const newest = ofTheDay.at(-1)!;
  const height = last((c) => c.heightCentimetres);
  return {
    id: newest.id,
    present: newest.present,
    heightCentimetres: height.value,
    heightFrom: height.from,
    drillsDone: last((c) => c.drillsDone).value,
    goals: last((c) => c.goals).value,
    mobility: last((c) => c.mobility).value ?? [],
    throwsReported: reportedOf(ofTheDay),
  };
}

/** What stands of the check-ins of each camper on a day. */
export async function checkInsOn(camperIds: readonly CamperId[], day: string): Promise<Map<CamperId, DayCheckIn>> {
  if (camperIds.length === 0) return new Map();
  const rows = await db()
    .select()
    .from(checkIns)
    .where(and(inArray(checkIns.camperId, [...camperIds]), eq(checkIns.day, day)))
    .orderBy(checkIns.notedAt, checkIns.id);
  return new Map([...grouped(rows, (r) => r.camperId)].map(([camper, own]) => [camper, merged(own)]));
}

export interface AtTheGate {
  readonly camper: Camper;
  readonly checkIn: DayCheckIn | null;
  readonly standing: Standing;
}

/** Everybody who is expected at the gate, with what was said there and what arm care says. */
export const gateList = async (camp: Camp, day: string): Promise<AtTheGate[]> => gateOf(camp, await listCampers(camp), day);

/** The same of campers who are read already. */
export async function gateOf(camp: Camp, all: readonly Camper[], day: string): Promise<AtTheGate[]> {
  const [said, standings] = await Promise.all([
    checkInsOn(
      all.map((c) => c.id),
      day,
    ),
    standingsOf(camp, all, day),
  ]);
  return all.map((camper) => ({ camper, checkIn: said.get(camper.id) ?? null, standing: standings.get(camper.childId)! }));
}
