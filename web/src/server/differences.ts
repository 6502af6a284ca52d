import { and, eq, ne, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { campers, deliveries, scores, staff } from './db/schema.ts';
import { grouped } from './grouped.ts';

/** One checkpoint of one delivery that coaches of the camp have scored with different levels. */
export interface Difference {
  readonly bib: number;
  readonly name: string;
  readonly delivery: number;
  readonly checkpoint: string;
  readonly said: ReadonlyArray<{
    readonly by: string;
    readonly level: string;
    readonly faults: readonly string[];
    readonly note: string | null;
  }>;
}

/** Where coaches of a camp differ: for the lead, who talks it over with both. */
export async function differencesAt(camp: Camp): Promise<Difference[]> {
  const other = alias(scores, 'other');
  const rows = await db()
    .select({
      bib: campers.bib,
      name: campers.name,
      deliveryId: deliveries.id,
      delivery: deliveries.number,
      checkpoint: scores.checkpoint,
      by: staff.name,
      level: scores.level,
      faults: scores.faults,
      note: scores.note,
    })
    .from(scores)
    .innerJoin(deliveries, eq(deliveries.id, scores.deliveryId))
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .innerJoin(staff, eq(staff.id, scores.coachId))
    .where(
      and(
        eq(campers.campId, camp.id),
        sql`exists ${db()
          .select({ one: sql`1` })
          .from(other)
          .where(
            and(
              eq(other.deliveryId, scores.deliveryId),
              eq(other.checkpoint, scores.checkpoint),
              ne(other.coachId, scores.coachId),
              ne(other.level, scores.level),
            ),
          )}`,
      ),
    )
    .orderBy(campers.bib, deliveries.number, scores.checkpoint, staff.name);
  return [...grouped(rows, (r) => `${r.deliveryId} ${r.checkpoint}`).values()].map((own) => {
    const { bib, name, delivery, checkpoint } = own[0]!;
    return { bib, name, delivery, checkpoint, said: own.map(({ by, level, faults, note }) => ({ by, level, faults, note })) };
  });
}
