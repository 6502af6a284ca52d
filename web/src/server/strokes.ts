import { and, asc, eq, inArray } from 'drizzle-orm';
import type { ClipId, StaffId, Stroke } from '@stride-chalk/core';
import { db } from './db/connect.ts';
import { strokes } from './db/schema.ts';

/** What is drawn on films, in the order in which it was. */
export async function strokesOf(clipIds: readonly ClipId[], by: StaffId | null = null): Promise<Stroke[]> {
  if (clipIds.length === 0) return [];
  return db()
    .select({
      ...{ stroke: strokes.stroke, clipId: strokes.clipId, frame: strokes.frame },
      ...{ shape: strokes.shape, points: strokes.points, text: strokes.text },
    })
    .from(strokes)
    .where(and(inArray(strokes.clipId, [...clipIds]), by === null ? undefined : eq(strokes.enteredBy, by)))
    .orderBy(asc(strokes.enteredAt), asc(strokes.stroke));
}
