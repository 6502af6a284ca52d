import { and, eq, or, sql } from 'drizzle-orm';
import {
  enteredInstant,
  entrySchema,
  entryTarget,
  orderProblems,
  type Entry,
  type EventId,
  type Sheet,
} from '@stride-chalk/core';
import { sheetById } from './camps.ts';
import { presentClip } from './clips.ts';
import { db, type Executor } from './db/connect.ts';
import { campers, camps, deliveries, entries, marks, points, scores, staff } from './db/schema.ts';
import { idTaken, notFound, Refusal } from './refusal.ts';

/** What became of an entry; where something newer stands, that is what holds, and who entered it. */
export interface Recorded {
  readonly applied: boolean;
  readonly stands: { readonly entry: Entry; readonly by: string } | null;
}

/** Entries of one person that were made within this time of each other keep the order in which he made them, whatever the network did, in milliseconds. */
const ONE_HAND = 5_000;

/**
 * Records one entry and applies it, both or neither. A repeated send of the same entry changes nothing; an entry that was made
 * before one already there about the same thing is recorded and not applied.
 *
 * @param madeAt when it was made, by the clock of the server
 */
export async function recordEntry(
  id: string,
  entry: Entry,
  staffId: string,
  madeAt = enteredInstant({ id, sentAt: null, now: Date.now() }),
): Promise<Recorded> {
  const target = entryTarget(entry, staffId);
  return db().transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${target}, 0))`);
    // The entry itself, if it is there already, and the newest about the same thing, in one question.
    const there = await tx
      .select({ id: entries.id, target: entries.target, madeAt: entries.madeAt, enteredBy: entries.enteredBy })
      .from(entries)
      .where(or(eq(entries.id, id), eq(entries.id, newestAbout(target))));
    const known = there.find((e) => e.id === id);
    if (known) {
      if (known.target !== target || known.enteredBy !== staffId) throw idTaken();
      return { applied: true, stands: null };
    }
    const [newest] = there;
    const made = placeOf({ id, madeAt, enteredBy: staffId }, newest);
    const applied = !newest || made > newest.madeAt.getTime() || (made === newest.madeAt.getTime() && id > newest.id);
    if (applied) await apply(tx, id, entry, staffId);
    await tx.insert(entries).values({ id, target, body: entry, enteredBy: staffId, madeAt: new Date(made) });
    return { applied, stands: applied ? null : await standing(tx, newest!.id) };
  });
}

/** The id of the newest entry about a thing. */
const newestAbout = (target: string) =>
  sql`(select e.id from ${entries} e where e.target = ${target} order by e.made_at desc, e.id desc limit 1)`;

async function standing(tx: Executor, id: string): Promise<Recorded['stands']> {
  const [row] = await tx
    .select({ body: entries.body, by: staff.name })
    .from(entries)
    .innerJoin(staff, eq(staff.id, entries.enteredBy))
    .where(eq(entries.id, id));
  return row ? { entry: entrySchema.parse(row.body), by: row.by } : null;
}

/** When an entry counts as made: two by one hand, shortly after each other, stay in the order of their ids. */
function placeOf(
  own: { readonly id: string; readonly madeAt: number; readonly enteredBy: string },
  newest: { readonly id: string; readonly madeAt: Date; readonly enteredBy: string } | undefined,
): number {
  if (!newest || newest.enteredBy !== own.enteredBy || newest.id > own.id) return own.madeAt;
  const before = newest.madeAt.getTime();
  return own.madeAt < before && before - own.madeAt < ONE_HAND ? before : own.madeAt;
}

async function apply(tx: Executor, entryId: string, entry: Entry, enteredBy: string): Promise<void> {
  const when = { entryId, enteredBy, enteredAt: new Date() };
  switch (entry.kind) {
    case 'mark': {
      await requireFrame(tx, entry.clipId, entry.frameTo ?? entry.frame);
      await requireOrder(tx, entry);
      const { clipId, event, frame, frameTo } = entry;
      await tx
        .insert(marks)
        .values({ clipId, event, frame, frameTo, ...when })
        .onConflictDoUpdate({ target: [marks.clipId, marks.event], set: { frame, frameTo, ...when } });
      return;
    }
    case 'unmark':
      await tx.delete(marks).where(and(eq(marks.clipId, entry.clipId), eq(marks.event, entry.event)));
      return;
    case 'point': {
      await requireFrame(tx, entry.clipId, 0);
      const { clipId, event, point, ...where } = entry;
      const { kind: _, ...values } = { ...where, ...when };
      await tx
        .insert(points)
        .values({ clipId, event, point, ...values })
        .onConflictDoUpdate({ target: [points.clipId, points.event, points.point], set: values });
      return;
    }
    case 'unpoint':
      await tx
        .delete(points)
        .where(and(eq(points.clipId, entry.clipId), eq(points.event, entry.event), eq(points.point, entry.point)));
      return;
    case 'score': {
      const sheet = await sheetOfDelivery(tx, entry.deliveryId);
      const checkpoint = sheet.document.checkpoints.find((c) => c.id === entry.checkpoint);
      if (!checkpoint) throw new Refusal('unknown-checkpoint', `The camp's sheet has no checkpoint ${entry.checkpoint}.`);
      const strange = entry.faults.find((code) => !checkpoint.faults.some((f) => f.code === code));
      if (strange) throw new Refusal('unknown-fault', `${strange} is not a fault of ${entry.checkpoint}.`);
      if (entry.level === 'NV' && entry.faults.length > 0)
        throw new Refusal('fault-not-visible', 'What was not visible cannot have a fault.');
      const { deliveryId, level, faults, note } = entry;
      const values = { sheetId: sheet.id, level, faults, note, ...when };
      await tx
        .insert(scores)
        .values({ deliveryId, checkpoint: entry.checkpoint, coachId: enteredBy, ...values })
        .onConflictDoUpdate({ target: [scores.deliveryId, scores.checkpoint, scores.coachId], set: values });
      return;
    }
    case 'unscore':
      await tx
        .delete(scores)
        .where(
          and(eq(scores.deliveryId, entry.deliveryId), eq(scores.checkpoint, entry.checkpoint), eq(scores.coachId, enteredBy)),
        );
  }
}

async function requireFrame(tx: Executor, clipId: string, frame: number): Promise<void> {
  const clip = await presentClip(clipId, tx);
  if (!clip) throw notFound('The clip');
  if (!clip.frameTimes || frame >= clip.frameTimes.length) throw new Refusal('no-such-frame', `The clip has no frame ${frame}.`);
}

/** A broken order is refused with the words that name both events; the two orders that are findings pass. */
async function requireOrder(tx: Executor, entry: Extract<Entry, { kind: 'mark' }>): Promise<void> {
  const others = await tx.select().from(marks).where(eq(marks.clipId, entry.clipId));
  const all = [...others.filter((m) => m.event !== entry.event).map((m) => ({ ...m, event: m.event as EventId })), entry];
  const problem = orderProblems(all).find((p) => p.earlier === entry.event || p.later === entry.event);
  if (problem) throw new Refusal('key-frame-order', problem.message);
}

async function sheetOfDelivery(tx: Executor, deliveryId: string): Promise<{ id: string; document: Sheet }> {
  const [row] = await tx
    .select({ id: camps.sheetId })
    .from(deliveries)
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .innerJoin(camps, eq(camps.id, campers.campId))
    .where(eq(deliveries.id, deliveryId));
  if (!row) throw notFound('The delivery');
  // A version of a sheet never changes: it is not read anew for every level.
  return { id: row.id, document: await sheetById(row.id) };
}
