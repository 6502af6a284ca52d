import { and, asc, eq, gte, inArray, isNotNull, isNull, lte, sql } from 'drizzle-orm';
import {
  dayInWords,
  addDays,
  armStanding,
  type DeliveryKind,
  type Standing,
  type ThrowKind,
  type ChildId,
  type StaffId,
  type ViewId,
} from '@stride-chalk/core';
import type { Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { db, type Executor } from './db/connect.ts';
import { campStaff, checkIns, limitOverrides, soreArms, staff, throws } from './db/schema.ts';
import { grouped } from './grouped.ts';
import { writeMessage } from './messages.ts';
import { noteTap, takeBackTap, throwOfTap, toldThrow } from './mound-taps.ts';
import { notFound, Refusal } from './refusal.ts';

type Known = Pick<Camper, 'childId' | 'born' | 'sore'>;
/** Throws that count: those that were taken back are seen in the ledger only. */
const counts = isNull(throws.takenBackAt);
/** A child at the camp where something is entered. */
type OfCamp = Pick<Camper, 'childId' | 'campId'>;

/** The standing of many campers on one day, in two queries. */
export async function standingsOf(
  camp: Camp,
  who: readonly Known[],
  day: string,
  via: Executor = db(),
): Promise<Map<string, Standing>> {
  const ids = who.map((c) => c.childId);
  if (ids.length === 0) return new Map();
  const thrown = await via
    .select({ childId: throws.childId, day: throws.day, count: throws.count, kind: throws.kind, enteredAt: throws.enteredAt })
    .from(throws)
    .where(and(inArray(throws.childId, ids), lte(throws.day, day), counts));
  const allowed = await via
    .select()
    .from(limitOverrides)
    .where(and(inArray(limitOverrides.childId, ids), eq(limitOverrides.day, day), isNull(limitOverrides.takenBackAt)));
  const thrownBy = grouped(thrown, (t) => t.childId);
  const allowedTo = grouped(allowed, (a) => a.childId);
  return new Map(
    who.map((c) => {
      const own = thrownBy.get(c.childId) ?? [];
      const standing = armStanding({ rules: camp.armCare, born: c.born, thrown: own, day, at: camp });
      const allowance = allowanceOf(
        allowedTo.get(c.childId) ?? [],
        own.filter((t) => t.day === day),
      );
      const plannable = c.sore ? 0 : Math.max(standing.leftToday, allowance?.left ?? 0);
      return [c.childId, { ...standing, allowance, sore: c.sore, plannable }];
    }),
  );
}

/** An allowance counts down with every throw that is entered after it. */
function allowanceOf(
  given: ReadonlyArray<typeof limitOverrides.$inferSelect>,
  thrownToday: ReadonlyArray<{ readonly count: number; readonly enteredAt: Date }>,
): Standing['allowance'] {
  if (given.length === 0) return null;
  const since = Math.min(...given.map((a) => a.enteredAt.getTime()));
  const used = thrownToday.filter((t) => t.enteredAt.getTime() >= since).reduce((sum, t) => sum + t.count, 0);
  const all = given.reduce((sum, a) => sum + a.throws, 0);
  return { throws: all, left: Math.max(0, all - used), reasons: given.map((a) => a.reason) };
}

export async function standingOf(camp: Camp, camper: Known, day: string, via: Executor = db()): Promise<Standing> {
  return (await standingsOf(camp, [camper], day, via)).get(camper.childId)!;
}

/** Refuses a throw that arm care does not allow: a sore arm, the limits of the day, a day of rest. */
export async function requireMayThrow(
  camp: Camp,
  camper: Known & Pick<Camper, 'bib'>,
  day: string,
  via: Executor = db(),
): Promise<void> {
  if (camper.sore) throw new Refusal('sore-arm', `Bib ${camper.bib} has a sore arm: no throwing, no filming.`);
  const standing = await standingOf(camp, camper, day, via);
  if (standing.plannable === 0)
    throw new Refusal('arm-care', `Bib ${camper.bib}: ${standing.says} Only the lead can allow more, with a reason.`);
}

/** Counts throws that have been thrown. A fact is never refused: the answer says what is left after it. */
export async function countThrows(
  camp: Camp,
  camper: Known,
  input: {
    readonly id: string;
    readonly day: string;
    readonly kind: ThrowKind;
    readonly count: number;
    readonly by: StaffId;
    /** Where, from which start, and when it was tapped. */
    readonly at?: {
      readonly mound: string;
      readonly delivery: DeliveryKind | null;
      readonly instant: number;
      /** Which device has told it, and from where that has filmed it. */
      readonly told?: { readonly device: string; readonly view: ViewId | null };
    };
  },
  via: Executor = db(),
): Promise<Standing> {
  const { id, day, kind, count, by, at } = input;
  const tapped = at ? { mound: at.mound, deliveryKind: at.delivery, thrownAt: new Date(at.instant) } : {};
  const told = at?.told ? { id, ...at.told, instant: at.instant } : null;
  const meant = told ? await toldThrow(via, { childId: camper.childId, campId: camp.id }, day, told) : null;
  if (!meant?.throwId)
    await via
      .insert(throws)
      .values({ id, childId: camper.childId, campId: camp.id, day, kind, count, ...tapped, enteredBy: by, enteredAt: new Date() })
      .onConflictDoNothing({ target: throws.id });
  if (told && meant) await noteTap(via, meant.throwId ?? id, told, meant.number);
  return standingOf(camp, camper, day, via);
}

/**
 * Takes back a count that was entered by mistake: it counts no longer, and the ledger shows who took it back. One's own needs no reason, the lead
 * none; everybody else says why. Filmed deliveries stay: they were thrown. What another camp has counted stays too.
 */
export async function takeBackThrows(
  { childId, campId }: OfCamp,
  told: string,
  input: { readonly by: StaffId; readonly isLead: boolean; readonly reason: string | null },
  via: Executor = db(),
): Promise<void> {
  const id = await throwOfTap(via, told);
  const [row] = await via
    .select()
    .from(throws)
    .where(and(eq(throws.id, id), eq(throws.childId, childId)));
  if (!row) throw notFound('What was counted');
  if (row.campId !== campId)
    throw new Refusal('another-camp', 'Another camp has counted this: it is taken back there. Throws can be added here.', 409);
  if (row.takenBackAt) return;
  // What another device tells of it too was thrown.
  if (await takeBackTap(via, told)) return;
  if (row.deliveryId) throw new Refusal('filmed', 'A filmed delivery was thrown: it stays in the count.', 409);
  if (row.enteredBy !== input.by && !input.isLead && !input.reason)
    throw new Refusal('somebody-elses', 'Somebody else has counted this. Say why it is taken back.');
  await via
    .update(throws)
    .set({ takenBackAt: new Date(), takenBackBy: input.by, takenBackWhy: input.reason })
    .where(and(eq(throws.id, id), counts));
}

/** A throw that was tapped at a mound was thrown, and is not to be looked at; it stays in the count. */
export async function leaveOutThrow({ childId, campId }: OfCamp, told: string, via: Executor = db()): Promise<void> {
  const id = await throwOfTap(via, told);
  const left = await via
    .update(throws)
    .set({ leftOutAt: sql`coalesce(${throws.leftOutAt}, now())` })
    .where(and(eq(throws.id, id), eq(throws.childId, childId), eq(throws.campId, campId), isNotNull(throws.mound), counts))
    .returning({ id: throws.id });
  if (left.length === 0) throw notFound('The throw');
}

/** Throws of the last days, for a phone that has to reckon without a network. Those that a check-in of `day` reported are marked. */
export async function recentThrows(childIds: readonly ChildId[], day: string) {
  if (childIds.length === 0) return [];
  return db()
    .select({
      childId: throws.childId,
      day: throws.day,
      count: throws.count,
      kind: throws.kind,
      saidToday: sql<boolean>`coalesce(${checkIns.day} = ${day}, false)`,
    })
    .from(throws)
    .leftJoin(checkIns, eq(checkIns.id, throws.checkInId))
    .where(and(inArray(throws.childId, [...childIds]), gte(throws.day, addDays(day, -30)), lte(throws.day, day), counts));
}

/** Every count about a child, those too that were taken back: who entered it, and who took it back and why. */
export async function ledgerOf(childId: ChildId) {
  const rows = await db()
    .select({
      id: throws.id,
      day: throws.day,
      kind: throws.kind,
      count: throws.count,
      deliveryId: throws.deliveryId,
      campId: throws.campId,
      enteredBy: throws.enteredBy,
      takenBackBy: throws.takenBackBy,
      takenBackWhy: throws.takenBackWhy,
    })
    .from(throws)
    .where(eq(throws.childId, childId))
    .orderBy(asc(throws.day), asc(throws.enteredAt));
  const ids = [...new Set(rows.flatMap((r) => [r.enteredBy, r.takenBackBy]).filter((id) => id !== null))];
  const people =
    ids.length === 0 ? [] : await db().select({ id: staff.id, name: staff.name }).from(staff).where(inArray(staff.id, ids));
  const names = new Map(people.map((p) => [p.id, p.name]));
  return rows.map(({ takenBackBy, ...r }) => ({
    ...r,
    by: r.enteredBy === null ? null : (names.get(r.enteredBy) ?? null),
    takenBack: takenBackBy === null ? null : { by: names.get(takenBackBy) ?? '', why: r.takenBackWhy },
  }));
}

export const soreArmsOf = (childId: ChildId) =>
  db().select().from(soreArms).where(eq(soreArms.childId, childId)).orderBy(asc(soreArms.since));
export const overridesOf = (childId: ChildId) =>
  db().select().from(limitOverrides).where(eq(limitOverrides.childId, childId)).orderBy(asc(limitOverrides.day));

/** The lead lets a camper throw so many throws beyond the limits on one day. A sore arm stays closed. Sent again, it is the same one. */
export async function allowMore(
  { childId, campId }: OfCamp,
  input: { readonly id: string; readonly day: string; readonly throws: number; readonly reason: string; readonly by: StaffId },
  via: Executor = db(),
): Promise<void> {
  const { id, day, reason, by } = input;
  await via
    .insert(limitOverrides)
    .values({ id, childId, campId, day, reason, throws: input.throws, enteredBy: by, enteredAt: new Date() })
    .onConflictDoNothing({ target: limitOverrides.id });
}

/** Takes an allowance of the camp back; what was thrown under it stays. */
export async function endAllowance({ childId, campId }: OfCamp, id: string, by: StaffId, via: Executor = db()): Promise<void> {
  const found = await via
    .update(limitOverrides)
    .set({
      takenBackAt: sql`coalesce(${limitOverrides.takenBackAt}, now())`,
      takenBackBy: sql`coalesce(${limitOverrides.takenBackBy}, ${by})`,
    })
    .where(and(eq(limitOverrides.id, id), eq(limitOverrides.childId, childId), eq(limitOverrides.campId, campId)))
    .returning({ id: limitOverrides.id });
  if (found.length === 0) throw notFound('The allowance');
}

const ADVICE =
  'He or she does not throw at the camp for now. We do not diagnose: pain means stop, and see a licensed medical professional, who decides when throwing starts again.';

/** Notes a sore arm: no throwing from now on, and a message to the family and to every lead of the camp. Said again, it changes nothing. */
export async function reportSore(
  camp: Camp,
  camper: Pick<Camper, 'childId' | 'bib' | 'name' | 'guardian' | 'guardianEmail' | 'guardianPhone'>,
  input: { readonly id: string; readonly place: string; readonly since: string; readonly by: StaffId },
  via: Executor = db(),
): Promise<void> {
  const [open] = await via
    .select({ id: soreArms.id })
    .from(soreArms)
    .where(and(eq(soreArms.childId, camper.childId), isNull(soreArms.liftedAt)));
  if (open) return;
  const made = await via
    .insert(soreArms)
    .values({
      id: input.id,
      childId: camper.childId,
      campId: camp.id,
      place: input.place,
      since: input.since,
      enteredBy: input.by,
    })
    .onConflictDoNothing()
    .returning({ id: soreArms.id });
  if (made.length === 0) return;
  const about = { campId: camp.id, childId: camper.childId, subject: `${camp.name}: ${camper.name} has a sore ${input.place}` };
  const said = `${camper.name} (bib ${camper.bib}) reported a sore ${input.place}, since ${dayInWords(input.since, camp)}. ${ADVICE}`;
  await writeMessage(
    {
      ...about,
      to: camper.guardian,
      address: camper.guardianEmail,
      phone: camper.guardianPhone,
      toFamily: true,
      body: `Dear ${camper.guardian},\n\n${said}\n\n${camp.name}`,
    },
    via,
  );
  const leads = await via
    .select({ name: staff.name, address: staff.address })
    .from(campStaff)
    .innerJoin(staff, eq(staff.id, campStaff.staffId))
    .where(and(eq(campStaff.campId, camp.id), eq(campStaff.role, 'lead'), isNull(campStaff.deactivatedAt)));
  for (const lead of leads)
    await writeMessage(
      { ...about, to: lead.name, address: lead.address, body: `${said}\n\nOnly a lead lifts it, with a reason.` },
      via,
    );
}

/** The lead lifts a sore arm, with a reason that is kept. */
export async function liftSore(
  childId: ChildId,
  input: { readonly reason: string; readonly by: StaffId },
  via: Executor = db(),
): Promise<void> {
  const lifted = await via
    .update(soreArms)
    .set({ liftedAt: new Date(), liftedBy: input.by, liftReason: input.reason })
    .where(and(eq(soreArms.childId, childId), isNull(soreArms.liftedAt)))
    .returning({ id: soreArms.id });
  if (lifted.length === 0) throw notFound('A sore arm');
}
