import { createHash } from 'node:crypto';
import { rename, writeFile } from 'node:fs/promises';
import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import { v7 } from 'uuid';
import {
  addDays,
  compileEvaluation,
  figureChalk,
  furtherFocus,
  resolveSheet,
  throwsEveryDays,
  usualBodyCentre,
  type EvaluationDocument,
  type EvaluationInput,
  type EventId,
  type FocusItem,
  type Point,
  type Score,
} from '@stride-chalk/core';
import { benchSet, type BenchSet } from './bench.ts';
import { camperById, type Camper } from './campers.ts';
import { campById, type Camp } from './camps.ts';
import { framePicture } from './frame-picture.ts';
import { requireConsent } from './consents.ts';
import { db, type Executor } from './db/connect.ts';
import { campers, evaluations, formerDrafts, staff } from './db/schema.ts';
import { deliveriesOf } from './deliveries.ts';
import { measuredFigures } from './figures.ts';
import { picturePath } from './media.ts';
import { notFound, Refusal } from './refusal.ts';
import { listStaff } from './staff.ts';

export type EvaluationRow = typeof evaluations.$inferSelect;

/** A freeze frame as the page shows it: the frame of the clip, and the points of its figure drawn on it. */
export interface FreezeFrame {
  readonly clipId: string;
  readonly frame: number;
  readonly width: number;
  readonly height: number;
  readonly line: readonly Point[];
  /** Where the body is in x, so that a narrow picture keeps it; null where that is unknown. */
  readonly centre: number | null;
  /** SHA-256 of the kept picture of a released evaluation; null while it is a draft. */
  readonly picture: string | null;
}

/** What a hand-out shows beside its document; kept with a released evaluation. */
export interface HandOutFrame {
  readonly camper: {
    readonly bib: number;
    readonly name: string;
    readonly age: number;
    readonly hand: 'R' | 'L';
    readonly heightCentimetres: number;
  };
  readonly camp: { readonly name: string; readonly place: string; readonly units: 'metric' | 'imperial' };
  readonly sheet: { readonly name: string; readonly version: number };
  readonly coaches: readonly string[];
  readonly thrownOn: string | null;
  /** One per focus area, in order; null where the film does not show it. */
  readonly freezes: ReadonlyArray<FreezeFrame | null>;
}

/** One score per delivery and checkpoint: the author's own, else that of the coach who comes first. */
function scoresFor(set: BenchSet, authorId: string): Score[] {
  const chosen = new Map<string, BenchSet['scores'][number]>();
  for (const s of [...set.scores].sort((a, b) => (a.coachId < b.coachId ? -1 : 1))) {
    const key = `${s.deliveryId} ${s.checkpoint}`;
    if (!chosen.has(key) || s.coachId === authorId) chosen.set(key, s);
  }
  return [...chosen.values()].map((s) => ({
    delivery: s.deliveryId,
    checkpoint: s.checkpoint,
    level: s.level,
    faults: s.faults,
  }));
}

const REFILM_DAYS = 28;
/** Drill days are Monday, Wednesday and Friday. */
const DAYS_BETWEEN_DRILLS = 2;

function inputFor(camp: Camp, camper: Camper, set: BenchSet, authorId: string): EvaluationInput {
  return {
    sheet: camp.sheet,
    ageGroup: camper.ageGroup,
    schools: camp.schools,
    deliveries: set.deliveries.map((d) => d.id),
    scores: scoresFor(set, authorId),
    figures: measuredFigures(set),
    drillThrows: throwsEveryDays(camp.armCare, camper.age, DAYS_BETWEEN_DRILLS),
    reFilmOn: addDays(camp.lastDay, REFILM_DAYS),
  };
}

/** How a draft begins: from the levels as they stand, or from the words that were handed out last. */
type DraftStart = 'levels' | 'last released';

interface DraftRequest {
  readonly camperId: string;
  readonly by: string;
  /** The open draft that the page shows: it is replaced, and kept as a former one. null: the page shows none. */
  readonly instead: { readonly id: string; readonly revision: number } | null;
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
  const input = inputFor(camp, camper, set, by);
  if (input.scores.length === 0)
    throw new Refusal('nothing-scored', `Nothing of bib ${camper.bib} is scored yet. Score a delivery at the bench first.`);
  const compiled = compileEvaluation(input);
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
    const [row] = await tx
      .insert(evaluations)
      .values({
        id: v7(),
        camperId,
        version: (last?.version ?? 0) + 1,
        sheetId: camp.sheetId,
        // The coach's words stay; the picture of the phases and what was seen are of the levels as they are now.
        document:
          request.from === 'last released' && last
            ? { ...compiled, strengths: last.document.strengths, focus: last.document.focus }
            : compiled,
        enteredBy: by,
      })
      .returning();
    return row!;
  });
}

async function keepFormer(tx: Executor, row: EvaluationRow, by: string): Promise<void> {
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
 * all the same, and keeps what it said.
 */
export async function saveDraft(
  id: string,
  document: EvaluationDocument,
  { revision, by, over = false }: { readonly revision: number; readonly by: string; readonly over?: boolean },
): Promise<EvaluationRow> {
  return db().transaction(async (tx) => {
    const [now] = await tx.select().from(evaluations).where(eq(evaluations.id, id)).for('update');
    if (!now) throw notFound('The draft');
    if (now.releasedAt) throw new Refusal('released', 'This evaluation is released and never changes. Write a new version.', 409);
    if (now.revision !== revision && !over) throw await newerDraft(now);
    // The first change of another hand keeps what was there.
    if (now.enteredBy !== by || over) await keepFormer(tx, now, by);
    const [row] = await tx
      .update(evaluations)
      .set({ document, revision: now.revision + 1, enteredBy: by, enteredAt: new Date() })
      .where(eq(evaluations.id, id))
      .returning();
    return row!;
  });
}

/** Former drafts of a camper, the newest first. */
export const formerDraftsOf = (camperId: string) =>
  db()
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

/** Every version that was released, the newest first. */
export const releasedVersions = (camperId: string) =>
  db()
    .select({ version: evaluations.version, releasedAt: evaluations.releasedAt, by: staff.name })
    .from(evaluations)
    .leftJoin(staff, eq(staff.id, evaluations.releasedBy))
    .where(and(eq(evaluations.camperId, camperId), isNotNull(evaluations.releasedAt)))
    .orderBy(desc(evaluations.version));

/** A document from before a part of it was known, with that part empty: what was released is never rewritten. */
const complete = (row: EvaluationRow): EvaluationRow => ({
  ...row,
  document: { ...row.document, later: row.document.later ?? [], notSeen: row.document.notSeen ?? [] },
});

/** One version of a camper's evaluations. */
export async function evaluationVersion(camperId: string, version: number): Promise<EvaluationRow | null> {
  const [row] = await db()
    .select()
    .from(evaluations)
    .where(and(eq(evaluations.camperId, camperId), eq(evaluations.version, version)));
  return row ? complete(row) : null;
}

async function evaluationById(id: string): Promise<EvaluationRow> {
  const [row] = await db().select().from(evaluations).where(eq(evaluations.id, id));
  if (!row) throw notFound('The evaluation');
  return complete(row);
}

/** The newest evaluation of a camper, draft or released. */
export async function latestEvaluation(camperId: string): Promise<EvaluationRow | null> {
  const [row] = await db()
    .select()
    .from(evaluations)
    .where(eq(evaluations.camperId, camperId))
    .orderBy(desc(evaluations.version))
    .limit(1);
  return row ? complete(row) : null;
}

/** Every habit as a focus, for the coach to add those that the draft does not hold, or no longer. */
export async function furtherFocusFor(row: EvaluationRow, staffId: string): Promise<FocusItem[]> {
  const { camp, camper } = await camperById(row.camperId);
  const input = inputFor(camp, camper, await benchSet(row.camperId), staffId);
  return furtherFocus(input, []);
}

/** What the page shows: for a released evaluation what was kept, for a draft as things stand. */
export async function handOutFrame(row: EvaluationRow): Promise<HandOutFrame> {
  if (row.snapshot) return row.snapshot as HandOutFrame;
  const { camp, camper } = await camperById(row.camperId);
  const set = await benchSet(row.camperId);
  const coachIds = new Set(set.scores.map((s) => s.coachId));
  const [first] = await deliveriesOf(row.camperId);
  return {
    camper: {
      bib: camper.bib,
      name: camper.name,
      age: camper.age,
      hand: camper.hand,
      heightCentimetres: camper.heightCentimetres,
    },
    camp: { name: camp.name, place: camp.place, units: camp.units },
    sheet: { name: camp.sheet.name, version: camp.sheet.version },
    coaches: (await listStaff(camp.id, 'all')).filter((s) => coachIds.has(s.id)).map((s) => s.name),
    thrownOn: first?.thrownOn ?? null,
    freezes: row.document.focus.map((f) => freezeFrame(set, f)),
  };
}

function freezeFrame(set: BenchSet, focus: FocusItem): FreezeFrame | null {
  const views = ['openSide', 'closedSide', 'front', 'rear'];
  const films = set.clips
    .filter((c) => c.frameTimes !== null)
    .sort(
      (a, b) =>
        Number(b.deliveryId === focus.freeze.delivery) - Number(a.deliveryId === focus.freeze.delivery) ||
        views.indexOf(a.view) - views.indexOf(b.view),
    );
  const wantsFront = ['G4', 'D3', 'A3', 'H2', 'H3'].includes(focus.checkpoint);
  const sorted = wantsFront ? [...films].sort((a, b) => Number(b.view === 'front') - Number(a.view === 'front')) : films;
  for (const clip of sorted) {
    const mark = set.marks.find((m) => m.clipId === clip.id && m.event === focus.freeze.event);
    if (!mark) continue;
    const points = Object.fromEntries(
      set.points.filter((p) => p.clipId === clip.id).map((p) => [`${p.event}.${p.point}`, { x: p.x, y: p.y }]),
    );
    const line = focus.freeze.figure ? figureChalk(focus.freeze.figure, points) : [];
    return {
      clipId: clip.id,
      frame: mark.frame,
      width: clip.width,
      height: clip.height,
      line,
      centre: usualBodyCentre(focus.freeze.event as EventId, clip),
      picture: null,
    };
  }
  return null;
}

/** Releases a draft: keeps its pictures under their SHA-256 and everything the page shows; it never changes again. */
export async function releaseEvaluation(id: string, staffId: string): Promise<EvaluationRow> {
  const row = await evaluationById(id);
  if (row.releasedAt) return row;
  const { camper } = await camperById(row.camperId);
  requireConsent(camper, 'handOut');
  await requireScored(camper);
  const frame = await handOutFrame(row);
  const pictures: Record<string, string> = {};
  const freezes = await Promise.all(
    frame.freezes.map(async (freeze, i) => {
      if (!freeze) return null;
      const picture = await framePicture(freeze.clipId, freeze.frame);
      const sha256 = createHash('sha256').update(picture).digest('hex');
      await writeFile(`${picturePath(sha256)}.partial`, picture, { mode: 0o600 });
      await rename(`${picturePath(sha256)}.partial`, picturePath(sha256));
      pictures[String(i)] = sha256;
      return { ...freeze, picture: sha256 };
    }),
  );
  const [released] = await db()
    .update(evaluations)
    .set({ snapshot: { ...frame, freezes }, pictures, releasedAt: new Date(), releasedBy: staffId })
    .where(and(eq(evaluations.id, id), isNull(evaluations.releasedAt)))
    .returning();
  return released ?? evaluationById(id);
}

/** The least share of the checkpoints of a filmed delivery that has to be scored, or said to be not visible, before anything is handed out. */
const LEAST_SCORED = 0.5;

/** Refuses a release while a filmed delivery is hardly scored: what nobody has looked at is no "nothing has to change". */
async function requireScored(camper: Camper): Promise<void> {
  const camp = await campById(camper.campId);
  const set = await benchSet(camper.id);
  const filmed = new Set(set.clips.map((c) => c.deliveryId));
  const lacking = set.deliveries.flatMap((d) => {
    const asked = resolveSheet(camp.sheet, camper.ageGroup, d.kind, camp.schools).filter((c) => c.scored);
    const scored = new Set(set.scores.filter((s) => s.deliveryId === d.id).map((s) => s.checkpoint));
    const done = asked.filter((c) => scored.has(c.id)).length;
    const counts = filmed.has(d.id) || scored.size > 0;
    return counts && done < LEAST_SCORED * asked.length ? [`delivery ${d.number}: ${done} of ${asked.length}`] : [];
  });
  if (lacking.length > 0)
    throw new Refusal(
      'hardly-scored',
      `Not released: too little is scored (${lacking.join('; ')}). Score at least half of each delivery; what does not show is “not visible”.`,
    );
}
