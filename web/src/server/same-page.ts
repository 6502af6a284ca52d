import { asc, eq } from 'drizzle-orm';
import Papa from 'papaparse';
import type { StaffLevel } from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { campers, deliveries, scores, staff } from './db/schema.ts';

/** Every level that was given at a camp, with who gave it and of whom: for the lead. */
export interface GivenLevel extends StaffLevel {
  readonly coachName: string;
  readonly bib: number;
  readonly number: number;
  readonly day: string;
}

export async function levelsAt(camp: Camp): Promise<GivenLevel[]> {
  const rows = await db()
    .select({
      delivery: deliveries.id,
      number: deliveries.number,
      day: deliveries.thrownOn,
      camper: campers.id,
      bib: campers.bib,
      checkpoint: scores.checkpoint,
      coach: scores.coachId,
      coachName: staff.name,
      level: scores.level,
    })
    .from(scores)
    .innerJoin(deliveries, eq(deliveries.id, scores.deliveryId))
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .innerJoin(staff, eq(staff.id, scores.coachId))
    .where(eq(campers.campId, camp.id))
    .orderBy(asc(campers.bib), asc(deliveries.number), asc(scores.checkpoint), asc(staff.name));
  return rows.map((r) => ({ ...r, level: r.level === 'NV' ? null : Number(r.level) }));
}

/** The levels of a camp as a table: one line for each. */
export async function levelsCsv(camp: Camp): Promise<string> {
  const given = await levelsAt(camp);
  return Papa.unparse(
    given.map((g) => ({
      bib: g.bib,
      day: g.day,
      delivery: g.number,
      checkpoint: g.checkpoint,
      coach: g.coachName,
      level: g.level ?? 'not visible',
    })),
    { columns: ['bib', 'day', 'delivery', 'checkpoint', 'coach', 'level'], escapeFormulae: true, newline: '\r\n' },
  );
}
