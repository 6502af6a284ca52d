import { and, asc, eq, gte, inArray, isNull, lte, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import { addDays, armStanding, type ArmStanding, type ThrowKind } from '@stride-chalk/core';
import type { Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { db, type Executor } from './db/connect.ts';
import { campStaff, checkIns, limitOverrides, soreArms, staff, throws } from './db/schema.ts';
import { sendMessage } from './messages.ts';
import { notFound, Refusal } from './refusal.ts';

/** What arm care says of a camper on a day: the limits, a sore arm, and what the lead has allowed beyond them. */
export interface Standing extends ArmStanding {
  /** The reason for which the lead lets him throw beyond the limits on this day; null for none. */
  readonly allowed: string | null;
  readonly sore: boolean;
  /** Throws that may be planned today; a sore arm has none, an allowance of the lead opens the daily maximum again. */
  readonly plannable: number;
}

type Known = Pick<Camper, 'childId' | 'born' | 'sore'>;

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
    .select({ childId: throws.childId, day: throws.day, count: throws.count, kind: throws.kind })
    .from(throws)
    .where(inArray(throws.childId, ids));
  const allowed = await via
    .select()
    .from(limitOverrides)
    .where(and(inArray(limitOverrides.childId, ids), eq(limitOverrides.day, day)));
  return new Map(
    who.map((c) => {
      const standing = armStanding({
        rules: camp.armCare,
        born: c.born,
        thrown: thrown.filter((t) => t.childId === c.childId && t.day <= day),
        day,
      });
      const reason = allowed.find((a) => a.childId === c.childId)?.reason ?? null;
      const plannable = c.sore ? 0 : reason === null ? standing.leftToday : Math.max(standing.leftToday, standing.dailyMaximum);
      return [c.childId, { ...standing, allowed: reason, sore: c.sore, plannable }];
    }),
  );
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
  input: { readonly id: string; readonly day: string; readonly kind: ThrowKind; readonly count: number; readonly by: string },
): Promise<Standing> {
  const { id, day, kind, count, by } = input;
  await db()
    .insert(throws)
    .values({ id, childId: camper.childId, day, kind, count, enteredBy: by })
    .onConflictDoNothing({ target: throws.id });
  return standingOf(camp, camper, day);
}

/** Takes back a count that was entered by mistake; filmed deliveries stay. */
export async function uncountThrows(childId: string, id: string): Promise<void> {
  await db()
    .delete(throws)
    .where(and(eq(throws.id, id), eq(throws.childId, childId), isNull(throws.deliveryId)));
}

/** Throws of the last days, for a phone that has to reckon without a network. Those that a check-in of `day` reported are marked. */
export async function recentThrows(childIds: readonly string[], day: string) {
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
    .where(and(inArray(throws.childId, [...childIds]), gte(throws.day, addDays(day, -30)), lte(throws.day, day)));
}

export const ledgerOf = (childId: string) =>
  db()
    .select({
      id: throws.id,
      day: throws.day,
      kind: throws.kind,
      count: throws.count,
      deliveryId: throws.deliveryId,
      by: staff.name,
    })
    .from(throws)
    .leftJoin(staff, eq(staff.id, throws.enteredBy))
    .where(eq(throws.childId, childId))
    .orderBy(asc(throws.day), asc(throws.enteredAt));

export const soreArmsOf = (childId: string) =>
  db().select().from(soreArms).where(eq(soreArms.childId, childId)).orderBy(asc(soreArms.since));
export const overridesOf = (childId: string) =>
  db().select().from(limitOverrides).where(eq(limitOverrides.childId, childId)).orderBy(asc(limitOverrides.day));

/** The lead lets a camper throw beyond the limits on one day. A sore arm stays closed. */
export async function allowMore(
  childId: string,
  input: { readonly day: string; readonly reason: string; readonly by: string },
): Promise<void> {
  await db().insert(limitOverrides).values({ id: v7(), childId, day: input.day, reason: input.reason, enteredBy: input.by });
}

const ADVICE =
  'He or she does not throw at the camp until then. We do not diagnose: pain means stop, and see a licensed medical professional, who decides when throwing starts again.';

/** Notes a sore arm: no throwing from now on, and a message to the family and to every lead of the camp. Said again, it changes nothing. */
export async function reportSore(
  camp: Camp,
  camper: Pick<Camper, 'childId' | 'bib' | 'name' | 'guardian' | 'guardianEmail'>,
  input: { readonly id: string; readonly place: string; readonly since: string; readonly by: string },
  via: Executor = db(),
): Promise<void> {
  const [open] = await via
    .select({ id: soreArms.id })
    .from(soreArms)
    .where(and(eq(soreArms.childId, camper.childId), isNull(soreArms.liftedAt)));
  if (open) return;
  const made = await via
    .insert(soreArms)
    .values({ id: input.id, childId: camper.childId, place: input.place, since: input.since, enteredBy: input.by })
    .onConflictDoNothing()
    .returning({ id: soreArms.id });
  if (made.length === 0) return;
  const about = { campId: camp.id, childId: camper.childId, subject: `${camp.name}: ${camper.name} has a sore ${input.place}` };
  const said = `${camper.name} (bib ${camper.bib}) reported a sore ${input.place}, since ${input.since}. ${ADVICE}`;
  await sendMessage(
    {
      ...about,
      to: camper.guardianEmail ?? `${camper.guardian} (no mail address is known: tell the family)`,
      body: `Dear ${camper.guardian},\n\n${said}\n\n${camp.name}`,
    },
    via,
  );
  const leads = await via
    .select({ email: staff.email })
    .from(campStaff)
    .innerJoin(staff, eq(staff.id, campStaff.staffId))
    .where(and(eq(campStaff.campId, camp.id), eq(campStaff.role, 'lead'), isNull(campStaff.deactivatedAt)));
  for (const lead of leads)
    await sendMessage({ ...about, to: lead.email, body: `${said}\n\nOnly a lead lifts it, with a reason.` }, via);
}

/** The lead lifts a sore arm, with a reason that is kept. */
export async function liftSore(childId: string, input: { readonly reason: string; readonly by: string }): Promise<void> {
  const lifted = await db()
    .update(soreArms)
    .set({ liftedAt: new Date(), liftedBy: input.by, liftReason: input.reason })
    .where(and(eq(soreArms.childId, childId), isNull(soreArms.liftedAt)))
    .returning({ id: soreArms.id });
  if (lifted.length === 0) throw notFound('A sore arm');
}
