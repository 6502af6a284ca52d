import { eq } from 'drizzle-orm';
import type { Entry, Recorded, StaffId } from '@stride-chalk/core';
import { campById, type Camp } from '../camps.ts';
import { db } from '../db/connect.ts';
import { campers, clips, deliveries } from '../db/schema.ts';
import { recordEntry } from '../entries.ts';

/** The camp of the delivery or the film that an entry is about. */
async function campOf(entry: Entry): Promise<Camp> {
  const [row] = await db()
    .select({ id: campers.campId })
    .from(deliveries)
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .leftJoin(clips, eq(clips.deliveryId, deliveries.id))
    .where('clipId' in entry ? eq(clips.id, entry.clipId) : eq(deliveries.id, entry.deliveryId))
    .limit(1);
  return campById(row!.id);
}

/** Records an entry of somebody who is at work at the camp that it is about. */
export const enterAs = async (id: string, entry: Entry, staffId: StaffId, madeAt?: number): Promise<Recorded> =>
  recordEntry(id, entry, { id: staffId, camp: await campOf(entry) }, madeAt);
