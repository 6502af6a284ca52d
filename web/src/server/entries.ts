import { and, eq, gt, sql } from 'drizzle-orm';
import { entryTarget, orderProblems, type Entry, type EventId, type Sheet } from '@stride-chalk/core';
import { presentClip } from './clips.ts';
import { db, type Executor } from './db/connect.ts';
import { campers, camps, deliveries, entries, marks, points, scores, sheets } from './db/schema.ts';
import { notFound, Refusal } from './refusal.ts';

/**
 * Records one entry and applies it, both or neither. A repeated send of the same entry changes nothing; an entry that is
 * older than one already there about the same thing is recorded and not applied.
 */
export async function recordEntry(id: string, entry: Entry, staffId: string): Promise<{ readonly applied: boolean }> {
  const target = entryTarget(entry, staffId);
  return db().transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${target}, 0))`);
    const [known] = await tx
      .select({ target: entries.target, enteredBy: entries.enteredBy })
      .from(entries)
      .where(eq(entries.id, id));
    if (known) {
      if (known.target !== target || known.enteredBy !== staffId)
        throw new Refusal('entry-id-taken', 'This entry id belongs to another entry.', 409);
      return { applied: true };
    }
    const [newer] = await tx
      .select({ id: entries.id })
      .from(entries)
      .where(and(eq(entries.target, target), gt(entries.id, id)))
      .limit(1);
    if (!newer) await apply(tx, id, entry, staffId);
    await tx.insert(entries).values({ id, target, body: entry, enteredBy: staffId });
    return { applied: !newer };
  });
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
    .select({ id: sheets.id, document: sheets.document })
    .from(deliveries)
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .innerJoin(camps, eq(camps.id, campers.campId))
    .innerJoin(sheets, eq(sheets.id, camps.sheetId))
    .where(eq(deliveries.id, deliveryId));
  if (!row) throw notFound('The delivery');
  return row;
}
