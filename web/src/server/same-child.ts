import { and, eq, isNull, ne, notExists, or, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { sameName, type CampId, type CamperId, type StaffId, type ChildId } from '@stride-chalk/core';
import type { Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { db, type Executor } from './db/connect.ts';
import {
  campers,
  camps,
  campStaff,
  children,
  limitOverrides,
  messages,
  sameChildQuestions,
  soreArms,
  throws,
} from './db/schema.ts';
import { notFound, Refusal } from './refusal.ts';

/** A camper of another camp who may be the same child. */
export interface Namesake {
  readonly camperId: CamperId;
  readonly bib: number;
  readonly camp: string;
  readonly firstDay: string;
}

/** Campers of other camps of the organisation with the name and birth date of this one, whom nobody has called somebody else. */
async function namesakesOf(camp: Camp, camper: Camper, via: Executor = db()) {
  const found = await via
    .select({
      camperId: campers.id,
      name: campers.name,
      bib: campers.bib,
      campId: camps.id,
      camp: camps.name,
      firstDay: camps.firstDay,
    })
    .from(campers)
    .innerJoin(camps, eq(camps.id, campers.campId))
    .where(
      and(
        eq(camps.organisationId, camp.organisationId),
        ne(camps.id, camp.id),
        eq(campers.born, camper.born),
        ne(campers.childId, camper.childId),
        notExists(
          via
            .select({ one: sql`1` })
            .from(sameChildQuestions)
            .where(and(betweenThem(campers.id, camper.id), eq(sameChildQuestions.answer, 'other'))),
        ),
      ),
    )
    .orderBy(camps.firstDay);
  return found.filter((f) => sameName(f.name, camper.name));
}

/** The questions about two campers, whichever camp has asked. */
const betweenThem = (one: typeof campers.id | CamperId, other: CamperId) => {
  const { camperId, otherCamperId } = sameChildQuestions;
  return or(and(sql`${camperId} = ${one}`, eq(otherCamperId, other)), and(sql`${otherCamperId} = ${one}`, eq(camperId, other)));
};

/** The camps at which somebody is an active lead. */
const ledBy = async (staffId: StaffId): Promise<ReadonlySet<string>> =>
  new Set(
    (
      await db()
        .select({ campId: campStaff.campId })
        .from(campStaff)
        .where(and(eq(campStaff.staffId, staffId), eq(campStaff.role, 'lead'), isNull(campStaff.deactivatedAt)))
    ).map((c) => c.campId),
  );

/** Namesakes at the camps that a lead leads too: he may see both, and says whether it is the same child. Of all others nothing is told. */
export async function namesakesForLead(camp: Camp, camper: Camper, lead: StaffId): Promise<Namesake[]> {
  const led = await ledBy(lead);
  return (await namesakesOf(camp, camper))
    .filter((n) => led.has(n.campId))
    .map(({ camperId, bib, camp: name, firstDay }) => ({ camperId, bib, camp: name, firstDay }));
}

/** Asks the other camps of the organisation whether they know the child. Nobody is told whether one does, until its lead has said so. */
export async function askOtherCamps(camp: Camp, camper: Camper, by: StaffId): Promise<void> {
  const found = await namesakesOf(camp, camper);
  if (found.length === 0) return;
  await db()
    .insert(sameChildQuestions)
    .values(found.map((f) => ({ camperId: camper.id, otherCamperId: f.camperId, enteredBy: by })))
    .onConflictDoNothing();
}

/** A question of another camp that waits for the lead of this one. */
export interface OpenQuestion {
  /** The camper of this camp. */
  readonly camperId: CamperId;
  readonly bib: number;
  readonly name: string;
  readonly born: string;
  readonly asking: { readonly camperId: CamperId; readonly camp: string };
}

export async function openQuestions(campId: CampId): Promise<OpenQuestion[]> {
  const other = alias(campers, 'asking');
  const rows = await db()
    .select({
      camperId: campers.id,
      bib: campers.bib,
      name: campers.name,
      born: campers.born,
      askingId: other.id,
      askingCamp: camps.name,
    })
    .from(sameChildQuestions)
    .innerJoin(campers, eq(campers.id, sameChildQuestions.otherCamperId))
    .innerJoin(other, eq(other.id, sameChildQuestions.camperId))
    .innerJoin(camps, eq(camps.id, other.campId))
    .where(and(eq(campers.campId, campId), isNull(sameChildQuestions.answer)))
    .orderBy(campers.bib);
  return rows.map(({ askingId, askingCamp, ...r }) => ({ ...r, asking: { camperId: askingId, camp: askingCamp } }));
}

/**
 * Says whether a camper of this camp and one of another are the same child; if so, their histories are joined. Only for who leads both camps, or
 * where the lead of the other camp has asked.
 */
export async function answerSameChild(
  camp: Camp,
  camper: Camper,
  input: { readonly other: CamperId; readonly is: 'same' | 'other'; readonly by: StaffId },
): Promise<void> {
  const { other, is, by } = input;
  const led = await ledBy(by);
  await db().transaction(async (tx) => {
    const [asked] = await tx
      .select()
      .from(sameChildQuestions)
      .where(
        and(
          eq(sameChildQuestions.camperId, other),
          eq(sameChildQuestions.otherCamperId, camper.id),
          isNull(sameChildQuestions.answer),
        ),
      )
      .for('update');
    const [there] = await tx
      .select({ childId: campers.childId, campId: campers.campId, organisationId: camps.organisationId })
      .from(campers)
      .innerJoin(camps, eq(camps.id, campers.campId))
      .where(eq(campers.id, other));
    const maySeeBoth = there !== undefined && there.organisationId === camp.organisationId && led.has(there.campId);
    if (!there || !(asked || maySeeBoth)) throw notFound('The other camper');
    const answered = { answer: is, answeredBy: by, answeredAt: new Date() };
    const pair = asked ? { camperId: other, otherCamperId: camper.id } : { camperId: camper.id, otherCamperId: other };
    await tx
      .insert(sameChildQuestions)
      .values({ ...pair, ...answered, enteredBy: by })
      .onConflictDoUpdate({ target: [sameChildQuestions.camperId, sameChildQuestions.otherCamperId], set: answered });
    // Each may have asked the other.
    await tx
      .update(sameChildQuestions)
      .set(answered)
      .where(and(betweenThem(other, camper.id), isNull(sameChildQuestions.answer)));
    if (is === 'same') await join(tx, there.childId, camper.childId);
  });
}

/** Makes one child of two: everything of the second belongs to the first. */
async function join(tx: Executor, kept: ChildId, gone: ChildId): Promise<void> {
  if (kept === gone) return;
  const both = await tx
    .select({ campId: campers.campId, n: sql<number>`count(*)::int` })
    .from(campers)
    .where(sql`${campers.childId} in (${kept}, ${gone})`)
    .groupBy(campers.campId);
  if (both.some((b) => b.n > 1))
    throw new Refusal('two-at-one-camp', 'Both are on the roster of one camp: they are two children.', 409);
  for (const table of [campers, throws, soreArms, limitOverrides, messages])
    await tx.update(table).set({ childId: kept }).where(eq(table.childId, gone));
  await tx.delete(children).where(eq(children.id, gone));
}
