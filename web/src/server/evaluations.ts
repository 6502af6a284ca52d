import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import { v7 } from 'uuid';
import {
  addDays,
  editedLines,
  findEvaluation,
  furtherFocus,
  isSevere,
  sayEvaluation,
  throwsEveryDays,
  withDoses,
  type EvaluationDocument,
  type EvaluationInput,
  type FacetFit,
  type FocusItem,
  type Said,
  type BenchSet,
  type CamperId,
  type StaffId,
  type EvaluationId,
} from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import { camperById, type Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { db, type Executor } from './db/connect.ts';
import { campers, evaluations, formerDrafts, staff } from './db/schema.ts';
import { measuredFigures } from './figures.ts';
import { notFound, Refusal } from './refusal.ts';
import { newId } from './new-id.ts';
import { fairLevelOf, severityAt } from './severity.ts';
import { agreedOf, assignedScorers, usedScores, type UsedScore } from './used-scores.ts';

/** A row with its document in the newest form, whatever the form in which it is kept: what was released is never rewritten. */
export type EvaluationRow = typeof evaluations.$inferSelect;

const REFILM_DAYS = 28;
/** Drill days are Monday, Wednesday and Friday. */
const DAYS_BETWEEN_DRILLS = 2;

/**
 * What one coach's level is worth at the mean severity of the staff, where his own is sure: the scores of the camp are linked, his interval excludes 0, and he
 * shares enough. What two have agreed on stands as it is.
 */
function fairOf(severity: FacetFit | null, camper: CamperId, score: UsedScore): { readonly fair?: number } {
  const [coach, another] = score.coaches;
  if (!severity || !coach || another || score.level === 'NV' || score.agreed || !isSevere(severity, coach)) return {};
  const fair = fairLevelOf(severity, { camper, coach, checkpoint: score.checkpoint, level: score.level });
  return fair === null ? {} : { fair };
}

/** What an evaluation of a camper is made of as things stand. */
export async function evaluationInput(
  camp: Camp,
  camper: Camper,
  set: BenchSet,
  author: StaffId | null,
): Promise<EvaluationInput> {
  const [assigned, agreed, severity] = await Promise.all([assignedScorers(camper.id), agreedOf(camper.id), severityAt(camp)]);
  const used = usedScores(set, { assigned, agreed, author });
  const known = new Set(camp.sheet.checkpoints.flatMap((c) => c.faults.map((f) => f.code)));
  return {
    sheet: camp.sheet,
    ageGroup: camper.ageGroup,
    schools: camp.schools,
    schoolReasons: camp.schoolReasons,
    deliveries: set.deliveries.map((d) => d.id),
    // A fault that the version in use does not have any more is not named; the level stands.
    scores: used.map(({ coaches, agreed: isAgreed, ...score }) => ({
      ...score,
      faults: score.faults.filter((f) => known.has(f)),
      ...fairOf(severity, camper.id, { ...score, coaches, agreed: isAgreed }),
    })),
    coaches: [...new Set(used.flatMap((s) => s.coaches))],
    figures: measuredFigures(set),
    drillThrows: throwsEveryDays(camp.armCare, camper.age, DAYS_BETWEEN_DRILLS),
    reFilmOn: addDays(camp.lastDay, REFILM_DAYS),
  };
}

/** How a draft begins: from the levels as they stand, or from the words that were handed out last. */
type DraftStart = 'levels' | 'last released';

interface DraftRequest {
  readonly camperId: CamperId;
  readonly by: StaffId;
  /** The open draft that the page shows: it is replaced, and kept as a former one. null: the page shows none. */
  readonly instead: { readonly id: EvaluationId; readonly revision: number } | null;
  readonly from: DraftStart;
}

/**
 * Starts a draft. An open one is replaced only by somebody who has seen it as it is now; what it said is kept. A page that is older than the draft is
 * told whose it is.
 */
export async function compileDraft(request: DraftRequest): Promise<EvaluationRow> {
  const { camperId, by, instead } = request;
  const { camp, camper } = await camperById(camperId);
  const set = await benchSet(camperId);
  const input = await evaluationInput(camp, camper, set, by);
  if (input.scores.length === 0)
    throw new Refusal('nothing-scored', `Nothing of bib ${camper.bib} is scored yet. Score a delivery at the bench first.`);
  const facts = findEvaluation(input);
  const made = sayEvaluation(facts, camp.sheet);
  return db().transaction(async (tx) => {
    await tx.select({ id: campers.id }).from(campers).where(eq(campers.id, camperId)).for('update');
    const [open] = await tx
      .select()
      .from(evaluations)
      .where(and(eq(evaluations.camperId, camperId), isNull(evaluations.releasedAt)));
    if (open && (open.id !== instead?.id || open.revision !== instead.revision)) throw await newerDraft(open);
    if (open) {
      await keepFormer(tx, open, by);
      await tx.delete(evaluations).where(eq(evaluations.id, open.id));
    }
    const [last] = await tx
      .select({ version: evaluations.version, document: evaluations.document })
      .from(evaluations)
      .where(eq(evaluations.camperId, camperId))
      .orderBy(desc(evaluations.version))
      .limit(1);
    // The coach's words stay; the picture of the phases and what was seen are of the levels as they are now.
    const words = request.from === 'last released' && last ? last.document.said : null;
    const said = words
      ? { ...made, strengths: words.strengths, focus: withDoses(words.focus, camp.sheet, camper.ageGroup) }
      : made;
    const document = { form: 2 as const, facts, said, edited: [] };
    const [row] = await tx
      .insert(evaluations)
      .values({
        id: newId<EvaluationId>(),
        camperId,
        version: (last?.version ?? 0) + 1,
        sheetId: camp.sheetId,
        document: { ...document, edited: editedLines(document, camp.sheet) },
        enteredBy: by,
      })
      .returning();
    return row!;
  });
}

async function keepFormer(tx: Executor, row: EvaluationRow, by: StaffId): Promise<void> {
  await tx.insert(formerDrafts).values({
    id: v7(),
    camperId: row.camperId,
    version: row.version,
    document: row.document,
    writtenBy: row.enteredBy,
    writtenAt: row.enteredAt,
    enteredBy: by,
    enteredAt: new Date(),
  });
}

async function newerDraft(row: EvaluationRow): Promise<Refusal> {
  const [writer] =
    row.enteredBy === null ? [] : await db().select({ name: staff.name }).from(staff).where(eq(staff.id, row.enteredBy));
  return new Refusal(
    'newer-draft',
    `${writer?.name ?? 'Somebody'} has changed this draft meanwhile. Nothing of it was replaced: look at it first. What you wrote is kept on this page.`,
    409,
  );
}

/**
 * Saves a draft that was seen at `revision`. Where somebody else has changed it since, nothing is replaced and it is said whose it is; `over` writes over it
 * all the same, and keeps what it said. What was found is no page's to say: it stays as it was drafted.
 */
export async function saveDraft(
  id: EvaluationId,
  words: Said,
  { revision, by, over = false }: { readonly revision: number; readonly by: StaffId; readonly over?: boolean },
): Promise<EvaluationRow> {
  return db().transaction(async (tx) => {
    const [now] = await tx.select().from(evaluations).where(eq(evaluations.id, id)).for('update');
    if (!now) throw notFound('The draft');
    if (now.releasedAt) throw new Refusal('released', 'This evaluation is released and never changes. Write a new version.', 409);
    if (now.revision !== revision && !over) throw await newerDraft(now);
    // The first change of another hand keeps what was there.
    if (now.enteredBy !== by || over) await keepFormer(tx, now, by);
    const { facts } = now.document;
    const { camp } = await camperById(now.camperId);
    const said = facts ? { ...words, drillThrows: facts.drillThrows } : words;
    const document: EvaluationDocument = { form: 2, facts, said, edited: [] };
    const [row] = await tx
      .update(evaluations)
      .set({
        document: { ...document, edited: editedLines(document, camp.sheet) },
        revision: now.revision + 1,
        enteredBy: by,
        enteredAt: new Date(),
      })
      .where(eq(evaluations.id, id))
      .returning();
    return row!;
  });
}

/** Former drafts of a camper, the newest first. */
export async function formerDraftsOf(camperId: CamperId) {
  const rows = await db()
    .select({
      id: formerDrafts.id,
      version: formerDrafts.version,
      document: formerDrafts.document,
      writtenAt: formerDrafts.writtenAt,
      by: staff.name,
    })
    .from(formerDrafts)
    .leftJoin(staff, eq(staff.id, formerDrafts.writtenBy))
    .where(eq(formerDrafts.camperId, camperId))
    .orderBy(desc(formerDrafts.enteredAt))
    .limit(20);
  return rows;
}

/** Every version that was released, the newest first. */
export const releasedVersions = (camperId: CamperId) =>
  db()
    .select({ version: evaluations.version, releasedAt: evaluations.releasedAt, by: staff.name })
    .from(evaluations)
    .leftJoin(staff, eq(staff.id, evaluations.releasedBy))
    .where(and(eq(evaluations.camperId, camperId), isNotNull(evaluations.releasedAt)))
    .orderBy(desc(evaluations.version));

/** One version of a camper's evaluations. */
export async function evaluationVersion(camperId: CamperId, version: number): Promise<EvaluationRow | null> {
  const [row] = await db()
    .select()
    .from(evaluations)
    .where(and(eq(evaluations.camperId, camperId), eq(evaluations.version, version)));
  return row ? row : null;
}

export async function evaluationById(id: EvaluationId): Promise<EvaluationRow> {
  const [row] = await db().select().from(evaluations).where(eq(evaluations.id, id));
  if (!row) throw notFound('The evaluation');
  return row;
}

/** The newest evaluation of a camper, draft or released. */
export async function latestEvaluation(camperId: CamperId): Promise<EvaluationRow | null> {
  const [row] = await db()
    .select()
    .from(evaluations)
    .where(eq(evaluations.camperId, camperId))
    .orderBy(desc(evaluations.version))
    .limit(1);
  return row ? row : null;
}

/** Every habit as a focus, for the coach to add those that the draft does not hold, or no longer. */
export async function furtherFocusFor(row: EvaluationRow, staffId: StaffId): Promise<FocusItem[]> {
  const { camp, camper } = await camperById(row.camperId);
  const facts = row.document.facts ?? findEvaluation(await evaluationInput(camp, camper, await benchSet(row.camperId), staffId));
  return furtherFocus(facts, camp.sheet, []);
}
