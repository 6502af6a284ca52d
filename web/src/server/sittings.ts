import { and, asc, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import {
  resolveSheet,
  type DeliveryId,
  type PracticeClipId,
  type Role,
  type ScorersBench,
  type SittingId,
  type StaffId,
} from '@stride-chalk/core';
import { may } from './access.ts';
import { benchSet } from './bench.ts';
import { camperById } from './campers.ts';
import { todayAt, type Camp } from './camps.ts';
import { requireTrainingConsent } from './consents.ts';
import { db } from './db/connect.ts';
import { campers, deliveries, practiceClips, practiceScores, sittings } from './db/schema.ts';
import { newId } from './new-id.ts';
import { practiceSet, referencesOf, type PracticeClip } from './practice-clips.ts';
import { notFound, Refusal } from './refusal.ts';
import { seenOf } from './used-scores.ts';

export type SittingRow = typeof sittings.$inferSelect;

/** Sits a coach down before a practice clip, or where he has begun and not finished, there again. */
export async function sitDown(camp: Camp, coachId: StaffId, clipId: PracticeClipId): Promise<SittingId> {
  const clip = (await practiceSet(camp.organisationId)).find((c) => c.id === clipId);
  if (!clip) throw notFound('The practice clip');
  requireTrainingConsent((await camperById(clip.camperId)).camper);
  if (!clip.shown) throw new Refusal('no-film', `The film of practice clip ${clip.number} is not there any more.`, 409);
  const [open] = await db()
    .select({ id: sittings.id })
    .from(sittings)
    .where(
      and(
        eq(sittings.clipId, clipId),
        eq(sittings.coachId, coachId),
        eq(sittings.campId, camp.id),
        isNull(sittings.finishedAt),
        isNull(sittings.hiddenNumber),
      ),
    );
  if (open) return open.id;
  const id = newId<SittingId>();
  await db()
    .insert(sittings)
    .values({ id, clipId, coachId, campId: camp.id, day: todayAt(camp), enteredBy: coachId });
  return id;
}

/** One's own sitting at the camp; somebody else's is not found. */
export async function ownSitting(camp: Camp, coachId: StaffId, id: SittingId): Promise<SittingRow> {
  const [row] = await db()
    .select()
    .from(sittings)
    .where(and(eq(sittings.id, id), eq(sittings.coachId, coachId), eq(sittings.campId, camp.id)));
  if (!row) throw notFound('The sitting');
  return row;
}

/** A practice clip at the bench: the film, its key frames and one's own levels; no figure, no reference, no name. */
export interface PracticeBench {
  readonly clip: PracticeClip;
  readonly bench: ScorersBench;
  /** The checkpoints that have a reference: openly no other is asked. */
  readonly only: readonly string[];
}

/**
 * The bench of a sitting, as if it were a camper's with one delivery: the sitting's id stands for it.
 *
 * @throws Refusal when the family has taken its consent back, or the clip is out of the set
 */
export async function practiceBench(camp: Camp, sitting: SittingRow): Promise<PracticeBench> {
  const clip = (await practiceSet(camp.organisationId)).find((c) => c.id === sitting.clipId);
  if (!clip) throw notFound('The practice clip');
  requireTrainingConsent((await camperById(clip.camperId)).camper);
  const [set, own, references] = await Promise.all([
    // Nobody's points: they are figures.
    benchSet(clip.camperId, sitting.coachId),
    db().select().from(practiceScores).where(eq(practiceScores.sittingId, sitting.id)),
    referencesOf(clip.id),
  ]);
  const deliveryId = asDelivery(sitting.id);
  const films = set.clips.filter((c) => c.deliveryId === clip.deliveryId && c.state === 'ready');
  const ids = new Set(films.map((f) => f.id));
  return {
    clip,
    only: [...references.keys()],
    bench: {
      groundMarks: set.groundMarks,
      deliveries: [{ id: deliveryId, number: 1, kind: clip.kind, occasion: 'camp' }],
      clips: films.map((f) => ({ ...f, deliveryId })),
      marks: set.marks.filter((m) => ids.has(m.clipId)),
      points: [],
      strokes: [],
      scores: own.map(({ checkpoint, level, faults, note }) => ({
        ...{ deliveryId, checkpoint, coachId: sitting.coachId, level: seenOf(level), faults, note },
      })),
      colleagues: [],
    },
  };
}

const asDelivery = (id: SittingId): DeliveryId => id as string as DeliveryId;

/** Ends an open sitting: every level that has a reference is in, and from here on none of them changes. */
export async function finishSitting(camp: Camp, coachId: StaffId, id: SittingId): Promise<void> {
  const sitting = await ownSitting(camp, coachId, id);
  if (sitting.finishedAt || sitting.hiddenNumber !== null) return;
  const { only, bench } = await practiceBench(camp, sitting);
  const left = only.filter((c) => !bench.scores.some((s) => s.checkpoint === c));
  if (left.length > 0)
    throw new Refusal(
      'not-all-scored',
      `Not finished: ${left.length} of ${only.length} levels are missing (${left.join(', ')}).`,
    );
  await db()
    .update(sittings)
    .set({ finishedAt: new Date() })
    .where(and(eq(sittings.id, id), isNull(sittings.finishedAt)));
}

/** How many practice clips are hidden among the tasks of a coach on a day. */
export const HIDDEN_A_DAY = 2;

/** A hidden practice clip among a coach's tasks: it looks like a camper whom he scores second. */
export interface HiddenTask {
  readonly sitting: SittingId;
  readonly bib: number;
  readonly levels: { readonly done: number; readonly of: number };
}

/**
 * The practice clips that are hidden among a coach's tasks today, at most two a day: made at the first look, of those that he has had before him least, under bibs
 * that nobody wears. None on days without a camp, and none for a camp whose set has no clip to show.
 */
export async function hiddenToday(camp: Camp, coachId: StaffId): Promise<HiddenTask[]> {
  const day = todayAt(camp);
  if (day < camp.firstDay || day > camp.lastDay) return [];
  const set = (await practiceSet(camp.organisationId)).filter((c) => c.shown);
  if (set.length === 0) return [];
  const ofDay = and(
    eq(sittings.coachId, coachId),
    eq(sittings.campId, camp.id),
    eq(sittings.day, day),
    isNotNull(sittings.hiddenNumber),
  );
  let rows = await db().select().from(sittings).where(ofDay).orderBy(asc(sittings.hiddenNumber));
  if (rows.length < HIDDEN_A_DAY) {
    await hideSome(camp, coachId, day, set);
    rows = await db().select().from(sittings).where(ofDay).orderBy(asc(sittings.hiddenNumber));
  }
  const shown = rows.filter((r) => set.some((c) => c.id === r.clipId));
  const own =
    shown.length === 0
      ? []
      : await db()
          .select({ id: practiceScores.sittingId, n: sql<number>`count(*)::int` })
          .from(practiceScores)
          .where(
            inArray(
              practiceScores.sittingId,
              shown.map((r) => r.id),
            ),
          )
          .groupBy(practiceScores.sittingId);
  return shown.map((r) => {
    const clip = set.find((c) => c.id === r.clipId)!;
    const of = resolveSheet(camp.sheet, clip.ageGroup, clip.kind, camp.schools).filter((c) => c.scored).length;
    return { sitting: r.id, bib: r.bib!, levels: { done: Math.min(of, own.find((o) => o.id === r.id)?.n ?? 0), of } };
  });
}

async function hideSome(camp: Camp, coachId: StaffId, day: string, set: readonly PracticeClip[]): Promise<void> {
  const [met, hidden, worn] = await Promise.all([
    db().select({ clipId: sittings.clipId }).from(sittings).where(eq(sittings.coachId, coachId)),
    // Two coaches never have two children under one bib.
    db().selectDistinct({ bib: sittings.bib }).from(sittings).where(eq(sittings.campId, camp.id)),
    db().select({ bib: campers.bib }).from(campers).where(eq(campers.campId, camp.id)),
  ]);
  const times = (c: PracticeClip): number => met.filter((m) => m.clipId === c.id).length;
  const least = [...set].sort((a, b) => times(a) - times(b) || b.number - a.number).slice(0, HIDDEN_A_DAY);
  const taken = new Set([...worn.map((w) => w.bib), ...hidden.flatMap((h) => h.bib ?? [])]);
  const top = Math.max(9, ...worn.map((w) => w.bib));
  const free = [...Array.from({ length: top }, (_, i) => top - i), ...Array.from({ length: 40 }, (_, i) => top + 1 + i)].filter(
    (b) => b > 0 && !taken.has(b),
  );
  await db()
    .insert(sittings)
    .values(
      least.map((c, i) => ({
        ...{ id: newId<SittingId>(), clipId: c.id, coachId, campId: camp.id, day, hiddenNumber: i + 1, bib: free[i]! },
        enteredBy: coachId,
      })),
    )
    .onConflictDoNothing();
}

/** The hidden practice clip that a coach has under a bib at the camp, the newest; null for none. */
export async function hiddenUnder(camp: Camp, coachId: StaffId, bib: number): Promise<SittingRow | null> {
  const [row] = await db()
    .select()
    .from(sittings)
    .where(and(eq(sittings.coachId, coachId), eq(sittings.campId, camp.id), eq(sittings.bib, bib)))
    .orderBy(desc(sittings.day))
    .limit(1);
  return row ?? null;
}

/** Whether a sitting's film may be shown still, for a page that stands open; null where it is no sitting of this coach. */
export async function sittingShown(
  camp: Camp,
  by: { readonly id: StaffId; readonly role: Role },
  id: string,
): Promise<boolean | null> {
  if (!may(by.role, 'practise on the clips of the set')) return null;
  const [row] = await db()
    .select({ camperId: deliveries.camperId, takenOutAt: practiceClips.takenOutAt })
    .from(sittings)
    .innerJoin(practiceClips, eq(practiceClips.id, sittings.clipId))
    .innerJoin(deliveries, eq(deliveries.id, practiceClips.deliveryId))
    .where(and(eq(sittings.id, id as SittingId), eq(sittings.coachId, by.id), eq(sittings.campId, camp.id)));
  if (!row) return null;
  const { consent } = (await camperById(row.camperId)).camper;
  return row.takenOutAt === null && consent.film && consent.training;
}

/**
 * The sitting to which a level goes that was entered at the bench of a practice clip; null where the id is none of this coach's. What was compared with the
 * reference does not change any more.
 */
export async function openSitting(camp: Pick<Camp, 'id' | 'timeZone'>, coachId: StaffId, id: string): Promise<SittingRow | null> {
  const [row] = await db()
    .select()
    .from(sittings)
    .where(and(eq(sittings.id, id as SittingId), eq(sittings.coachId, coachId), eq(sittings.campId, camp.id)));
  // A hidden one is compared when its day is over.
  if (row && (row.finishedAt || (row.hiddenNumber !== null && row.day < todayAt(camp))))
    throw new Refusal(
      'practice-finished',
      'This practice clip is finished and was compared: its levels stay. Sit down before it again.',
      409,
    );
  return row ?? null;
}
