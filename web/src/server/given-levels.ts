import { and, asc, eq } from 'drizzle-orm';
import type { CamperId, DeliveryId, StaffId, StaffLevel } from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { campers, deliveries, scores, staff } from './db/schema.ts';

/** Every level that was given at a camp, with who gave it and of whom. */
export interface GivenLevel extends StaffLevel {
  readonly delivery: DeliveryId;
  readonly camper: CamperId;
  readonly coach: StaffId;
  readonly coachName: string;
  readonly bib: number;
  readonly name: string;
  readonly number: number;
  readonly day: string;
  readonly faults: readonly string[];
  readonly note: string | null;
}

/** The levels of a camp, or of one of its campers, in the order of the bibs. */
export async function levelsAt(camp: Pick<Camp, 'id'>, camperId: CamperId | null = null): Promise<GivenLevel[]> {
  const rows = await db()
    .select({
      delivery: deliveries.id,
      number: deliveries.number,
      day: deliveries.thrownOn,
      camper: campers.id,
      bib: campers.bib,
      name: campers.name,
      checkpoint: scores.checkpoint,
      coach: scores.coachId,
      coachName: staff.name,
      level: scores.level,
      faults: scores.faults,
      note: scores.note,
    })
    .from(scores)
    .innerJoin(deliveries, eq(deliveries.id, scores.deliveryId))
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .innerJoin(staff, eq(staff.id, scores.coachId))
    .where(and(eq(campers.campId, camp.id), camperId === null ? undefined : eq(campers.id, camperId)))
    .orderBy(asc(campers.bib), asc(deliveries.number), asc(scores.checkpoint), asc(staff.name));
  return rows.map((r) => ({ ...r, level: r.level === 'NV' ? null : Number(r.level) }));
}
