import { eq, inArray, sql } from 'drizzle-orm';
import type { ClipId } from '@stride-chalk/core';
import type { Executor } from './db/connect.ts';
import { clips, marks, points, strokes } from './db/schema.ts';

/** What people have done on a film, and what means nothing without it: key frames, points, drawings. */
const WORK = [marks, points, strokes] as const;

/** How much work is on a film, for a query over `clips`. */
export const workOnClip = sql<number>`(${sql.join(
  WORK.map((table) => sql`(select count(*) from ${table} where ${table.clipId} = ${clips.id})`),
  sql` + `,
)})::int`;

/** How much work is on a film. */
export async function workOn(id: ClipId, via: Executor): Promise<number> {
  const counts = await Promise.all(WORK.map((table) => via.$count(table, eq(table.clipId, id))));
  return counts.reduce((sum, n) => sum + n, 0);
}

/** Removes the work on films that are removed themselves. */
export async function dropWorkOn(ids: readonly ClipId[], tx: Executor): Promise<void> {
  for (const table of WORK) await tx.delete(table).where(inArray(table.clipId, [...ids]));
}
