import { and, desc, eq, isNull, lt, max, or, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import {
  readDraft,
  sheetEffect,
  type DraftProblem,
  type ScoredCamper,
  type Sheet,
  type SheetEffects,
  type SheetId,
  type StaffId,
} from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import { listRoster } from './campers.ts';
import { campsOf, type Camp } from './camps.ts';
import { db, type Executor } from './db/connect.ts';
import { campers, camps, deliveries, scores, sheetChanges, sheetDrafts, sheets, staff } from './db/schema.ts';
import { evaluationInput } from './evaluations.ts';
import { newId } from './new-id.ts';
import { notFound, Refusal } from './refusal.ts';

const ofOrganisation = (camp: Pick<Camp, 'organisationId'>) =>
  or(isNull(sheets.organisationId), eq(sheets.organisationId, camp.organisationId))!;

/** Every version that a camp can use: what ships, and what its organisation has released, the newest first. */
export const sheetVersions = (camp: Pick<Camp, 'organisationId'>) =>
  db()
    .select({
      id: sheets.id,
      version: sheets.version,
      document: sheets.document,
      own: sheets.organisationId,
      reason: sheets.reason,
      releasedAt: sheets.releasedAt,
      by: staff.name,
    })
    .from(sheets)
    .leftJoin(staff, eq(staff.id, sheets.releasedBy))
    .where(ofOrganisation(camp))
    .orderBy(desc(sheets.version), desc(sheets.releasedAt));

/** One version that the camp may see; another organisation's is not found. */
export async function sheetVersion(camp: Pick<Camp, 'organisationId'>, id: SheetId): Promise<Sheet> {
  const [row] = await db()
    .select({ document: sheets.document })
    .from(sheets)
    .where(and(eq(sheets.id, id), ofOrganisation(camp)));
  if (!row) throw notFound('The version of the sheet');
  return row.document;
}

/** The draft of an organisation as it was written, with what is to mend; null for none. */
export interface SheetDraft {
  readonly document: Record<string, unknown>;
  readonly basedOn: SheetId;
  readonly revision: number;
  readonly by: string | null;
  readonly at: Date;
}

export async function sheetDraft(camp: Pick<Camp, 'organisationId'>): Promise<SheetDraft | null> {
  const [row] = await db()
    .select({ row: sheetDrafts, by: staff.name })
    .from(sheetDrafts)
    .leftJoin(staff, eq(staff.id, sheetDrafts.enteredBy))
    .where(eq(sheetDrafts.organisationId, camp.organisationId));
  return row
    ? {
        document: row.row.document as Record<string, unknown>,
        ...{ basedOn: row.row.basedOn, revision: row.row.revision, by: row.by, at: row.row.enteredAt },
      }
    : null;
}

interface Kept {
  readonly revision: number;
  readonly problems: readonly DraftProblem[];
}

/**
 * Begins a draft: of the version that the camp uses, or of a document that somebody brings. One that is there is replaced only by who has seen it as it is.
 *
 * @throws Refusal for a document that is no sheet at all: what was there stays
 */
export async function startSheetDraft(
  camp: Camp,
  said: { readonly document: Record<string, unknown> | null; readonly instead: number | null },
  by: StaffId,
): Promise<Kept> {
  const read = readDraft(said.document ?? camp.sheet);
  if (said.document && !read.sheet) {
    const first = read.problems[0];
    throw new Refusal(
      'no-sheet',
      `This file is no checkpoint sheet: ${first ? `${first.path.join('.')} ${first.message}`.trim() : 'nothing of it can be read'}. Nothing was replaced.`,
    );
  }
  return db().transaction(async (tx) => {
    const [known] = await tx
      .select({ revision: sheetDrafts.revision })
      .from(sheetDrafts)
      .where(eq(sheetDrafts.organisationId, camp.organisationId))
      .for('update');
    if (known && known.revision !== said.instead) throw changedMeanwhile();
    const row = { basedOn: camp.sheetId, document: read.sheet!, enteredBy: by, enteredAt: new Date() };
    const revision = (known?.revision ?? 0) + 1;
    await tx
      .insert(sheetDrafts)
      .values({ organisationId: camp.organisationId, revision, ...row })
      .onConflictDoUpdate({ target: sheetDrafts.organisationId, set: { revision, ...row } });
    return { revision, problems: read.problems };
  });
}

const changedMeanwhile = (): Refusal =>
  new Refusal(
    'draft-changed',
    'Somebody has changed this draft meanwhile. Nothing of it was replaced: load the page to see it. What you wrote is still on this one.',
    409,
  );

/** Keeps the draft as it is written, whole or not. */
export async function saveSheetDraft(
  camp: Camp,
  said: { readonly document: Record<string, unknown>; readonly revision: number },
  by: StaffId,
): Promise<Kept> {
  const saved = await db()
    .update(sheetDrafts)
    .set({ document: said.document, revision: said.revision + 1, enteredBy: by, enteredAt: new Date() })
    .where(and(eq(sheetDrafts.organisationId, camp.organisationId), eq(sheetDrafts.revision, said.revision)))
    .returning({ revision: sheetDrafts.revision });
  if (saved.length > 0) return { revision: saved[0]!.revision, problems: readDraft(said.document).problems };
  if ((await sheetDraft(camp)) === null) throw notFound('The draft');
  throw changedMeanwhile();
}

export const dropSheetDraft = async (camp: Camp): Promise<void> => {
  await db().delete(sheetDrafts).where(eq(sheetDrafts.organisationId, camp.organisationId));
};

/** Releases the draft as the next version. Camps keep the version that they use: a camp goes over to it by a decision of its own. */
export async function releaseSheet(
  camp: Camp,
  said: { readonly revision: number; readonly reason: string },
  by: StaffId,
): Promise<{ readonly id: SheetId; readonly version: number }> {
  return db().transaction(async (tx) => {
    const [draft] = await tx.select().from(sheetDrafts).where(eq(sheetDrafts.organisationId, camp.organisationId)).for('update');
    if (!draft) throw notFound('The draft');
    if (draft.revision !== said.revision) throw changedMeanwhile();
    const { sheet, problems } = readDraft(draft.document);
    if (!sheet || problems.length > 0)
      throw new Refusal(
        'draft-with-problems',
        `Not released: ${problems.length} ${problems.length === 1 ? 'thing is' : 'things are'} to mend, the first: ${problems[0]?.message ?? ''}.`,
      );
    const [last] = await tx
      .select({ version: max(sheets.version) })
      .from(sheets)
      .where(and(eq(sheets.key, sheet.id), ofOrganisation(camp)));
    const version = (last?.version ?? 0) + 1;
    const id = newId<SheetId>();
    await tx.insert(sheets).values({
      ...{ id, key: sheet.id, version, document: { ...sheet, version }, organisationId: camp.organisationId },
      ...{ reason: said.reason, basedOn: draft.basedOn, releasedBy: by, releasedAt: new Date() },
    });
    await tx.delete(sheetDrafts).where(eq(sheetDrafts.organisationId, camp.organisationId));
    return { id, version };
  });
}

/** What was decided about the version of a camp after something was scored, the newest first. */
export const sheetDecisions = (campId: Camp['id']) =>
  db()
    .select({
      reason: sheetChanges.reason,
      at: sheetChanges.enteredAt,
      by: staff.name,
      from: sheetChanges.fromSheetId,
      to: sheetChanges.toSheetId,
    })
    .from(sheetChanges)
    .leftJoin(staff, eq(staff.id, sheetChanges.enteredBy))
    .where(eq(sheetChanges.campId, campId))
    .orderBy(desc(sheetChanges.enteredAt));

/** Whether anything was scored at a camp. */
export async function hasScores(campId: Camp['id'], via: Executor = db()): Promise<boolean> {
  const [scored] = await via
    .select({ id: scores.deliveryId })
    .from(scores)
    .innerJoin(deliveries, eq(deliveries.id, scores.deliveryId))
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .where(eq(campers.campId, campId))
    .limit(1);
  return scored !== undefined;
}

/**
 * Lets the camp use another version of the sheet: freely while nothing is scored, after that by a decision with a reason, which is kept. Scores keep the
 * version that they were given under.
 */
export async function useSheet(
  camp: Camp,
  said: { readonly sheetId: SheetId; readonly reason: string | null },
  by: StaffId,
): Promise<void> {
  const to = await sheetVersion(camp, said.sheetId);
  await db().transaction(async (tx) => {
    const [row] = await tx.select().from(camps).where(eq(camps.id, camp.id)).for('update');
    if (row!.sheetId === said.sheetId) return;
    const scored = await hasScores(camp.id, tx);
    if (scored && said.reason === null)
      throw new Refusal(
        'sheet-in-use',
        'Levels were scored with the version in use. Say why the camp goes over to another one: it is kept as a decision.',
        409,
      );
    // A choice of a school that the other version does not know would hold for nothing.
    const schools = Object.fromEntries(
      Object.entries(row!.schools).filter(([key, option]) =>
        to.schools.some((s) => key.split(' ')[0] === s.id && s.options.some((o) => o.id === option)),
      ),
    );
    await tx
      .update(camps)
      .set({ sheetId: said.sheetId, schools, enteredBy: by, enteredAt: new Date() })
      .where(eq(camps.id, camp.id));
    if (scored)
      await tx.insert(sheetChanges).values({
        ...{ id: v7(), campId: camp.id, fromSheetId: row!.sheetId, toSheetId: said.sheetId, reason: said.reason! },
        enteredBy: by,
      });
  });
}

/** The camp before this one at which somebody is the lead too; null for none. */
async function lastCamp(camp: Camp, leadId: StaffId): Promise<Camp | null> {
  const before = await db()
    .select({ id: camps.id })
    .from(camps)
    .where(and(eq(camps.organisationId, camp.organisationId), lt(camps.lastDay, camp.firstDay)))
    .orderBy(desc(camps.lastDay));
  const own = await campsOf(leadId);
  for (const { id } of before) {
    const found = own.find((m) => m.camp.id === id && m.role === 'lead');
    if (found) return found.camp;
  }
  return null;
}

/** The campers of a camp of whom there is a level or a point. */
async function campersJudged(campId: Camp['id']): Promise<ReadonlySet<string>> {
  const rows = await db()
    .selectDistinct({ id: deliveries.camperId })
    .from(deliveries)
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .where(
      and(
        eq(campers.campId, campId),
        sql`(exists (select 1 from scores s where s.delivery_id = ${deliveries.id})
          or exists (select 1 from points p join clips k on k.id = p.clip_id where k.delivery_id = ${deliveries.id}))`,
      ),
    );
  return new Set(rows.map((r) => r.id));
}

/** What the draft would have changed at this camp and the last one. Nothing is changed by asking. */
export async function draftEffect(camp: Camp, leadId: StaffId): Promise<SheetEffects> {
  const draft = await sheetDraft(camp);
  if (!draft) throw notFound('The draft');
  const { sheet } = readDraft(draft.document);
  if (!sheet) throw new Refusal('no-sheet', 'The draft cannot be read: mend what is marked first.');
  const last = await lastCamp(camp, leadId);
  const all: SheetEffects[number][] = [];
  for (const at of [camp, ...(last ? [last] : [])]) {
    const roster = await listRoster(at);
    const known: ScoredCamper[] = [];
    const judged = await campersJudged(at.id);
    for (const camper of roster.filter((c) => judged.has(c.id))) {
      const set = await benchSet(camper.id);
      const { sheet: _, ...input } = await evaluationInput(at, camper, set, null);
      known.push({ id: camper.id, kinds: Object.fromEntries(set.deliveries.map((d) => [d.id, d.kind])), ...input });
    }
    const { suggestions, scores: levels, focus } = sheetEffect(at.sheet, sheet, known);
    all.push({
      ...{ camp: `${at.name} ${at.firstDay.slice(0, 4)}`, suggestions, scores: levels },
      focus: { of: focus.of, changed: focus.changed },
      bibs: at === camp ? roster.filter((c) => focus.campers.includes(c.id)).map((c) => c.bib) : [],
    });
  }
  return all;
}
