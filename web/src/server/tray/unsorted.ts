import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import type { CampId } from '@stride-chalk/core';
import { isPresent } from '../clips.ts';
import { db } from '../db/connect.ts';
import { clips, films } from '../db/schema.ts';

/** How many clips of a camp came in folders, stand under nobody yet, and are not set aside. */
export async function unsortedOf(campId: CampId): Promise<number> {
  const rows = await db()
    .select({ id: clips.id })
    .from(clips)
    .innerJoin(films, eq(films.id, clips.filmId))
    .where(
      and(eq(films.campId, campId), isNotNull(films.cameraId), isNull(clips.deliveryId), isNull(clips.uselessWhy), isPresent),
    );
  return rows.length;
}
