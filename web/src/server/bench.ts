import { and, eq, inArray } from 'drizzle-orm';
import type { BenchSet, EventId, PointId, ScorersBench, CamperId, StaffId } from '@stride-chalk/core';
import { stillBlindTo } from './blind-scorer.ts';
import type { Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { gloveSideOf, timedClipsOf } from './clips.ts';
import { db } from './db/connect.ts';
import { strokesOf } from './strokes.ts';
import { campers, camps, marks, points, scores, staff } from './db/schema.ts';
import { deliveriesOf } from './deliveries.ts';
import { seenOf } from './used-scores.ts';

/**
 * Everything that is known of a camper's deliveries.
 *
 * @param pointsBy whose points and drawings; null: everybody's
 */
export async function benchSet(camperId: CamperId, pointsBy: StaffId | null = null): Promise<BenchSet> {
  const [set, [child]] = await Promise.all([
    deliveriesOf(camperId),
    db()
      .select({ hand: campers.hand, groundMarks: camps.groundMarks })
      .from(campers)
      .innerJoin(camps, eq(camps.id, campers.campId))
      .where(eq(campers.id, camperId)),
  ]);
  const dayOf = new Map(set.map((d) => [d.id, d.thrownOn]));
  const deliveryIds = set.map((d) => d.id);
  const films = await timedClipsOf(deliveryIds);
  const clipIds = films.map((c) => c.id);
  const none = clipIds.length === 0;
  const [marked, placed, drawn, scored] = await Promise.all([
    none ? [] : db().select().from(marks).where(inArray(marks.clipId, clipIds)),
    none
      ? []
      : db()
          .select()
          .from(points)
          .where(and(inArray(points.clipId, clipIds), pointsBy === null ? undefined : eq(points.enteredBy, pointsBy))),
    strokesOf(clipIds, pointsBy),
    deliveryIds.length === 0 ? [] : db().select().from(scores).where(inArray(scores.deliveryId, deliveryIds)),
  ]);
  return {
    groundMarks: child?.groundMarks ?? null,
    deliveries: set.map(({ id, number, kind, occasion }) => ({ id, number, kind, occasion })),
    clips: films.map((c) => ({
      id: c.id,
      deliveryId: c.deliveryId,
      view: c.view,
      width: c.width,
      height: c.height,
      towardsTarget: c.towardsTarget as 1 | -1 | null,
      gloveSide: child ? gloveSideOf(c.view, child.hand) : null,
      filmedOn: dayOf.get(c.deliveryId)!,
      captureScale: c.captureScale,
      captureKnown: c.captureKnown,
      frameTimes: c.frameTimes,
      state: c.state,
    })),
    marks: marked.map((m) => ({
      clipId: m.clipId,
      event: m.event as EventId,
      frame: m.frame,
      frameTo: m.frameTo,
      origin: m.origin,
      spread: m.spread === null && m.coachSpread === null ? null : Math.max(m.spread ?? 0, m.coachSpread ?? 0),
    })),
    points: placed.map((p) => ({
      clipId: p.clipId,
      event: p.event as EventId,
      point: p.point as PointId,
      x: p.x,
      y: p.y,
      sd: p.pointSd,
      frame: p.frame,
      origin: p.origin,
    })),
    strokes: drawn,
    scores: scored.map((s) => ({
      deliveryId: s.deliveryId,
      checkpoint: s.checkpoint,
      coachId: s.coachId,
      level: seenOf(s.level),
      faults: s.faults,
      note: s.note,
    })),
  };
}

/**
 * The bench as a scorer may see it: two who score one camper do not see each other's levels, and who scores second sees nobody's points and drawings either, for
 * they are figures, before he has finished. Key frames are shared: two who disagree about a frame disagree about all that is read on it.
 */
export async function benchFor(
  camp: Camp,
  camper: Pick<Camper, 'id' | 'bib' | 'ageGroup'>,
  staffId: StaffId,
): Promise<ScorersBench> {
  const blind = (await stillBlindTo(camp, camper, staffId)) !== null;
  const set = await benchSet(camper.id, blind ? staffId : null);
  const others = set.scores.filter((s) => s.coachId !== staffId);
  const ids = [...new Set(others.map((s) => s.coachId))];
  const people =
    ids.length === 0 ? [] : await db().select({ id: staff.id, name: staff.name }).from(staff).where(inArray(staff.id, ids));
  const names = new Map(people.map((p) => [p.id, p.name]));
  return {
    ...set,
    scores: set.scores.filter((s) => s.coachId === staffId),
    colleagues: others.map(({ deliveryId, checkpoint, coachId }) => ({ deliveryId, checkpoint, by: names.get(coachId) ?? '' })),
  };
}
