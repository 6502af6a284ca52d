import Papa from 'papaparse';
import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import {
  changesOf,
  FIELD_NAMES,
  indexRoster,
  loosensConsent,
  matchRoster,
  wholeRow,
  type Consent,
  type ConsentWay,
  type KnownCamper,
  type RosterField,
  type RosterIndex,
  type RosterPatch,
  type RosterRow,
  type CampId,
  type ChildId,
  type CamperId,
  type StaffId,
} from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { consentAnswers, recordConsents } from './consents.ts';
import { db, type Executor } from './db/connect.ts';
import { campers, camps, children, evaluations } from './db/schema.ts';
import { notFound, Refusal } from './refusal.ts';
import { newId } from './new-id.ts';

/** What becomes of a row: found out by the match, or said by the reader. */
export type RowDecision = 'match' | 'new' | { readonly update: string };

/** A row of a file on its way into the roster. */
export interface ImportRow {
  readonly said: RosterPatch;
  readonly decision: RowDecision;
  /** What becomes of a consent that the row would loosen or lengthen; null as long as nobody has said. */
  readonly consent: 'keep' | 'take' | null;
}

/** A camper as the roster's file has him. */
export const knownCamper = (c: typeof campers.$inferSelect & { readonly consents: readonly Consent[] }): KnownCamper => {
  const consent = c.consents.at(-1);
  return {
    id: c.id,
    bib: c.bib,
    name: c.name,
    born: c.born,
    hand: c.hand,
    throwsBoth: c.throwsBoth,
    heightCentimetres: c.heightCentimetres,
    guardian: c.guardian,
    guardianEmail: c.guardianEmail,
    guardianPhone: c.guardianPhone,
    consentToFilm: consent?.film ?? false,
    consentToShare: consent?.share ?? false,
    consentUntil: consent?.until ?? null,
    togetherWith: c.togetherWith,
  };
};

export const rosterRows = async (campId: CampId, via: Executor = db()): Promise<KnownCamper[]> =>
  (
    await via
      .select({ row: campers, consents: consentAnswers })
      .from(campers)
      .where(eq(campers.campId, campId))
      .orderBy(campers.bib)
  ).map(({ row, consents }) => knownCamper({ ...row, consents }));

interface ImportResult {
  readonly added: number;
  readonly updated: number;
  readonly unchanged: number;
}

/** Which camper a row is about; null for somebody new. A row that may be one or the other is refused. */
function meantBy({ said, decision }: ImportRow, roster: RosterIndex): KnownCamper | null {
  if (decision === 'new') return null;
  if (decision !== 'match') {
    const known = roster.byId.get(decision.update);
    if (!known) throw notFound('The camper');
    return known;
  }
  const match = matchRoster(said, roster);
  if (match.kind === 'unsure')
    throw new Refusal('unsure', `Bib ${said.bib ?? '?'}, ${said.name ?? 'no name'}: ${match.why}. Say which camper it is.`, 409);
  return match.kind === 'new' ? null : roster.byId.get(match.id)!;
}

/** What a row leaves of a camper who is known: what it does not say stays, and so does a consent that nobody said to loosen. */
function afterRow(known: KnownCamper, { said, consent }: ImportRow): RosterRow {
  const loosening = loosensConsent(known, said);
  if (loosening && consent === null)
    throw new Refusal(
      'consent-unanswered',
      `Bib ${known.bib}, ${known.name}: the file would loosen or lengthen the consent. Say for this camper whether the family has said so.`,
      409,
    );
  const { consentToFilm, consentToShare, consentUntil, ...others } = said;
  const { id: _, ...before } = known;
  return { ...before, ...(loosening && consent === 'keep' ? others : said) };
}

/**
 * Takes rows into the roster, all of them or none: of a known camper what the row says is changed,
 * the others are new. A row that may be one or the other is refused until somebody has said which, and so is one that would loosen a consent.
 */
export async function importRoster(camp: Camp, rows: readonly ImportRow[], by: StaffId): Promise<ImportResult> {
  return db().transaction(async (tx) => {
    await tx.select({ id: camps.id }).from(camps).where(eq(camps.id, camp.id)).for('update');
    const roster = indexRoster(await rosterRows(camp.id, tx));
    const updates: Update[] = [];
    const fresh: RosterRow[] = [];
    let unchanged = 0;
    for (const row of rows) {
      const known = meantBy(row, roster);
      if (known) {
        const after = afterRow(known, row);
        if (changesOf(known, after).length > 0) updates.push({ known, row: after });
        else unchanged += 1;
        continue;
      }
      const whole = wholeRow(row.said);
      if (!whole)
        throw new Refusal(
          'not-whole',
          `Bib ${row.said.bib ?? '?'}, ${row.said.name ?? 'no name'} is new and not all of him is known.`,
        );
      fresh.push(whole);
    }
    refuseDoubles([...roster.byId.values()], updates, fresh);
    await changeRows(tx, camp.id, updates, by);
    await addRows(tx, camp.id, fresh, { by, how: 'roster file' });
    return { added: fresh.length, updated: updates.length, unchanged };
  });
}

interface Update {
  readonly known: KnownCamper;
  readonly row: RosterRow;
}

/** Says whose bib is taken before the database does. */
function refuseDoubles(roster: readonly KnownCamper[], updates: readonly Update[], fresh: readonly RosterRow[]): void {
  const bibs = new Map<number, string>();
  const take = (bib: number, name: string): void => {
    const holder = bibs.get(bib);
    if (holder !== undefined) throw new Refusal('bib-taken', `Bib ${bib} is worn by ${holder}: ${name} needs another one.`, 409);
    bibs.set(bib, name);
  };
  const changing = new Set(updates.map((u) => u.known.id));
  for (const k of roster) if (!changing.has(k.id)) take(k.bib, k.name);
  for (const { row } of updates) take(row.bib, row.name);
  for (const row of fresh) take(row.bib, row.name);
}

/** What a file, or the form of the lead, says of a camper; the rest of his row stays. */
const FROM_A_FILE = [
  ...(['bib', 'name', 'born', 'hand', 'throwsBoth', 'heightCentimetres', 'guardian', 'guardianEmail', 'guardianPhone'] as const),
  ...(['togetherWith', 'enteredBy', 'enteredAt'] as const),
];
type StoredRow = Omit<RosterRow, 'consentToFilm' | 'consentToShare' | 'consentUntil'>;
const stored = ({ consentToFilm: _f, consentToShare: _s, consentUntil: _u, ...row }: RosterRow): StoredRow => row;
const consentIn = (row: RosterRow): Consent => ({ film: row.consentToFilm, share: row.consentToShare, until: row.consentUntil });

/** Changes many rows in one statement; a consent that changes is one more answer in its history. */
async function changeRows(tx: Executor, campId: CampId, updates: readonly Update[], by: StaffId): Promise<void> {
  if (updates.length === 0) return;
  const ids = updates.map((u) => u.known.id);
  const children = new Map(
    (
      await tx
        .select({ id: campers.id, childId: campers.childId })
        .from(campers)
        .where(and(eq(campers.campId, campId), inArray(campers.id, ids)))
    ).map((k) => [k.id, k.childId]),
  );
  if (ids.some((id) => !children.has(id))) throw notFound('The camper');
  // Two campers may change bibs with each other: first every changing bib gets out of the way.
  const moving = updates.filter((u) => u.known.bib !== u.row.bib).map((u) => u.known.id);
  if (moving.length > 0)
    await tx
      .update(campers)
      .set({ bib: sql`-${campers.bib}` })
      .where(inArray(campers.id, moving));
  await tx
    .insert(campers)
    .values(
      updates.map(({ known: { id }, row }) => ({
        ...stored(row),
        id,
        childId: children.get(id)!,
        campId,
        enteredBy: by,
        enteredAt: new Date(),
      })),
    )
    .onConflictDoUpdate({
      target: campers.id,
      set: Object.fromEntries(FROM_A_FILE.map((key) => [key, sql.raw(`excluded.${campers[key].name}`)])),
    });
  await recordConsents(
    updates
      .filter(({ known, row }) => changesOf(known, row).some((c) => c.field.startsWith('consent')))
      .map(({ known, row }) => ({ camperId: known.id, ...consentIn(row), givenBy: row.guardian, how: 'roster file' as const })),
    by,
    tx,
  );
}

/** New campers, each a child of his own: whether another camp knows him somebody says who may (see `same-child`). */
async function addRows(
  tx: Executor,
  campId: CampId,
  rows: readonly RosterRow[],
  { by, how }: { readonly by: StaffId; readonly how: ConsentWay },
): Promise<CamperId[]> {
  if (rows.length === 0) return [];
  const made = rows.map((row) => ({ row, id: newId<CamperId>(), childId: newId<ChildId>() }));
  await tx.insert(children).values(made.map((m) => ({ id: m.childId, enteredBy: by })));
  await tx.insert(campers).values(made.map((m) => ({ ...stored(m.row), id: m.id, childId: m.childId, campId, enteredBy: by })));
  await recordConsents(
    made.filter((m) => m.row.consentToFilm).map((m) => ({ camperId: m.id, ...consentIn(m.row), givenBy: m.row.guardian, how })),
    by,
    tx,
  );
  return made.map((m) => m.id);
}

/** Adds one camper by hand; the consent that his form names is one that the guardian has signed. */
export async function addCamper(camp: Camp, row: RosterRow, by: StaffId): Promise<CamperId> {
  return db().transaction(async (tx) => {
    await tx.select({ id: camps.id }).from(camps).where(eq(camps.id, camp.id)).for('update');
    refuseDoubles(await rosterRows(camp.id, tx), [], [row]);
    return (await addRows(tx, camp.id, [row], { by, how: 'signed form' }))[0]!;
  });
}

/** What the form of the lead may change of a camper: all of his row, empty fields too. His consent has its own gate. */
export type CamperFacts = StoredRow;

export async function changeCamper(camp: Camp, id: CamperId, facts: CamperFacts, by: StaffId): Promise<void> {
  await db().transaction(async (tx) => {
    await tx.select({ id: camps.id }).from(camps).where(eq(camps.id, camp.id)).for('update');
    const roster = await rosterRows(camp.id, tx);
    const known = roster.find((k) => k.id === id);
    if (!known) throw notFound('The camper');
    const update = { known, row: { ...known, ...facts } };
    refuseDoubles(roster, [update], []);
    await changeRows(tx, camp.id, [update], by);
  });
}

/** A camper who goes home keeps his row and his history; he is in no plan and waits for nothing. `on` null takes it back. */
export async function withdrawCamper(id: CamperId, on: string | null, by: StaffId): Promise<void> {
  await db().update(campers).set({ withdrawnOn: on, enteredBy: by, enteredAt: new Date() }).where(eq(campers.id, id));
}

/** A child's other camps, the newest first, with the evaluation that was handed out there. */
export async function historyOf(childId: ChildId, campId: CampId) {
  const rows = await db()
    .select({
      campId: camps.id,
      camp: camps.name,
      firstDay: camps.firstDay,
      bib: campers.bib,
      heightCentimetres: campers.heightCentimetres,
      camperId: campers.id,
    })
    .from(campers)
    .innerJoin(camps, eq(camps.id, campers.campId))
    .where(and(eq(campers.childId, childId), ne(campers.campId, campId)))
    .orderBy(sql`${camps.firstDay} desc`);
  if (rows.length === 0) return [];
  const written = await db()
    .select({
      camperId: evaluations.camperId,
      version: evaluations.version,
      document: evaluations.document,
      releasedAt: evaluations.releasedAt,
    })
    .from(evaluations)
    .where(
      inArray(
        evaluations.camperId,
        rows.map((r) => r.camperId),
      ),
    );
  return rows.map(({ camperId, ...r }) => {
    const released = written
      .filter((e) => e.camperId === camperId && e.releasedAt !== null)
      .sort((a, b) => b.version - a.version)[0];
    if (!released) return { ...r, evaluation: null };
    const { said } = released.document;
    return {
      ...r,
      evaluation: {
        version: released.version,
        focus: said.focus.map((f) => ({ checkpoint: f.checkpoint, title: f.title })),
        strengths: said.strengths.length,
      },
    };
  });
}

/** Children of a camp who were at an earlier one: how often. */
export async function returningChildren(campId: CampId): Promise<Map<string, number>> {
  const here = db().select({ childId: campers.childId }).from(campers).where(eq(campers.campId, campId));
  const rows = await db()
    .select({ childId: campers.childId, n: sql<number>`count(*)::int` })
    .from(campers)
    .where(and(ne(campers.campId, campId), inArray(campers.childId, here)))
    .groupBy(campers.childId);
  return new Map(rows.map((r) => [r.childId, r.n]));
}

const EXPORTED: readonly RosterField[] = [
  'bib',
  'name',
  'born',
  'hand',
  'height',
  'guardian',
  'guardianEmail',
  'guardianPhone',
  'consentToFilm',
  'consentToShare',
  'consentUntil',
  'together',
];

/** The roster as CSV (RFC 4180) with the columns that the import knows; a cell that a spreadsheet would take for a formula is disarmed. */
export async function rosterCsv(camp: Camp): Promise<string> {
  const rows = await rosterRows(camp.id);
  const cell: Readonly<Record<string, (r: KnownCamper) => string>> = {
    bib: (r) => String(r.bib),
    name: (r) => r.name,
    born: (r) => r.born,
    hand: (r) => (r.throwsBoth ? `both (films ${r.hand})` : r.hand),
    height: (r) => `${Math.round(r.heightCentimetres * 10) / 10} cm`,
    guardian: (r) => r.guardian,
    guardianEmail: (r) => r.guardianEmail ?? '',
    guardianPhone: (r) => r.guardianPhone ?? '',
    consentToFilm: (r) => (r.consentToFilm ? 'yes' : 'no'),
    consentToShare: (r) => (r.consentToShare ? 'yes' : 'no'),
    consentUntil: (r) => r.consentUntil ?? '',
    together: (r) => r.togetherWith ?? '',
  };
  return `\uFEFF${Papa.unparse({ fields: EXPORTED.map((f) => FIELD_NAMES[f]), data: rows.map((r) => EXPORTED.map((f) => cell[f]!(r))) }, { escapeFormulae: true })}\r\n`;
}
