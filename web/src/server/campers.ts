import { and, asc, eq } from 'drizzle-orm';
import { ageGroupOf, ageOn, type AgeGroup, type Sheet } from '@stride-chalk/core';
import { db } from './db/connect.ts';
import { campers, camps, sheets } from './db/schema.ts';
import { notFound } from './refusal.ts';

type CamperRow = typeof campers.$inferSelect;
export interface Camper extends CamperRow {
  readonly age: number;
  readonly ageGroup: AgeGroup;
}
export interface Camp {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly firstDay: string;
  readonly lastDay: string;
  readonly timeZone: string;
  readonly units: 'metric' | 'imperial';
  readonly sheetId: string;
  readonly sheet: Sheet;
  readonly schools: Record<string, string>;
}

/** The camp at work: the one with the latest first day. */
export async function currentCamp(): Promise<Camp> {
  const rows = await db().select().from(camps).innerJoin(sheets, eq(sheets.id, camps.sheetId)).orderBy(asc(camps.firstDay));
  const row = rows[rows.length - 1];
  if (!row) throw notFound('A camp');
  return { ...row.camps, sheet: row.sheets.document };
}

const withAge = (row: CamperRow, firstDay: string): Camper => ({
  ...row, age: ageOn(row.born, firstDay), ageGroup: ageGroupOf(row.born, firstDay),
});

export async function listCampers(camp: Camp): Promise<Camper[]> {
  const rows = await db().select().from(campers).where(eq(campers.campId, camp.id)).orderBy(asc(campers.bib));
  return rows.map((row) => withAge(row, camp.firstDay));
}

export async function camperByBib(camp: Camp, bib: number): Promise<Camper> {
  const [row] = await db().select().from(campers).where(and(eq(campers.campId, camp.id), eq(campers.bib, bib)));
  if (!row) throw notFound(`A camper with bib ${bib}`);
  return withAge(row, camp.firstDay);
}

export async function camperById(camp: Camp, id: string): Promise<Camper> {
  const [row] = await db().select().from(campers).where(and(eq(campers.campId, camp.id), eq(campers.id, id)));
  if (!row) throw notFound('The camper');
  return withAge(row, camp.firstDay);
}
