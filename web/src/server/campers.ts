import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { ageGroupOf, ageOn, type AgeGroup } from '@stride-chalk/core';
import { campById, todayAt, type Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { campers } from './db/schema.ts';
import { notFound } from './refusal.ts';

type CamperRow = typeof campers.$inferSelect;
export interface Camper extends Omit<CamperRow, 'consentToFilm'> {
  readonly age: number;
  readonly ageGroup: AgeGroup;
  /** An arm is sore until the lead lifts it. */
  readonly sore: boolean;
  /** The family has consented to filming. */
  readonly consentGiven: boolean;
  /** The consent is given and has not run out today. */
  readonly consentToFilm: boolean;
}

// Named in full: a select of one table names its columns without it.
const isSore = sql<boolean>`exists (select 1 from sore_arms s where s.child_id = campers.child_id and s.lifted_at is null)`;
const all = () => db().select({ row: campers, sore: isSore }).from(campers);

const toCamper = (camp: Camp, { row, sore }: { row: CamperRow; sore: boolean }): Camper => ({
  ...row,
  sore,
  age: ageOn(row.born, camp.firstDay),
  ageGroup: ageGroupOf(row.born, camp.firstDay),
  consentGiven: row.consentToFilm,
  consentToFilm: row.consentToFilm && (row.consentUntil === null || row.consentUntil >= todayAt(camp)),
});

/** Everybody who is at the camp; those who have withdrawn are left out. */
export async function listCampers(camp: Camp): Promise<Camper[]> {
  const rows = await all()
    .where(and(eq(campers.campId, camp.id), isNull(campers.withdrawnOn)))
    .orderBy(asc(campers.bib));
  return rows.map((row) => toCamper(camp, row));
}

/** The whole roster, those who have withdrawn too. */
export async function listRoster(camp: Camp): Promise<Camper[]> {
  const rows = await all().where(eq(campers.campId, camp.id)).orderBy(asc(campers.bib));
  return rows.map((row) => toCamper(camp, row));
}

export async function camperByBib(camp: Camp, bib: number): Promise<Camper> {
  const [row] = await all().where(and(eq(campers.campId, camp.id), eq(campers.bib, bib)));
  if (!row) throw notFound(`A camper with bib ${bib}`);
  return toCamper(camp, row);
}

/** A camper with his camp. */
export async function camperById(id: string): Promise<{ readonly camp: Camp; readonly camper: Camper }> {
  const [row] = await all().where(eq(campers.id, id));
  if (!row) throw notFound('The camper');
  const camp = await campById(row.row.campId);
  return { camp, camper: toCamper(camp, row) };
}
