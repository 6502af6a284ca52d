import { and, asc, desc, eq, gt, inArray, isNull, lt, sql } from 'drizzle-orm';
import {
  ageOrZero,
  consentOn,
  isCampAge,
  nearestAgeGroup,
  type AgeGroup,
  type Consent,
  type ConsentStanding,
  type CamperId,
} from '@stride-chalk/core';
import { campById, todayAt, type Camp } from './camps.ts';
import { consentAnswers } from './consents.ts';
import { db } from './db/connect.ts';
import { campers } from './db/schema.ts';
import { notFound } from './refusal.ts';

type CamperRow = typeof campers.$inferSelect;
export interface Camper extends CamperRow {
  /** Whole years on the first day of the camp; 0 where the birth date lies after it. */
  readonly age: number;
  /** The age group; of a child outside 7 to 18 the nearest one. */
  readonly ageGroup: AgeGroup;
  /** Younger than 7 or older than 18 on the first day: shown and marked, never planned. */
  readonly outsideAges: boolean;
  /** An arm is sore until the lead lifts it. */
  readonly sore: boolean;
  /** What the family has answered, in order; the last one holds. */
  readonly consents: readonly Consent[];
  /** What the answers allow today. */
  readonly consent: ConsentStanding;
}

// Named in full: a select of one table names its columns without it.
const isSore = sql<boolean>`exists (select 1 from sore_arms s where s.child_id = campers.child_id and s.lifted_at is null)`;
const all = () => db().select({ row: campers, sore: isSore, consents: consentAnswers }).from(campers);

const toCamper = (camp: Camp, { row, sore, consents }: { row: CamperRow; sore: boolean; consents: Consent[] }): Camper => {
  const age = ageOrZero(row.born, camp.firstDay);
  return {
    ...row,
    sore,
    age,
    ageGroup: nearestAgeGroup(age),
    outsideAges: !isCampAge(age),
    consents,
    consent: consentOn(consents, todayAt(camp), camp),
  };
};

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

/** Some campers of a camp, in the order of the bibs. */
export async function campersOf(camp: Camp, ids: readonly CamperId[]): Promise<Camper[]> {
  if (ids.length === 0) return [];
  const rows = await all()
    .where(and(eq(campers.campId, camp.id), inArray(campers.id, [...ids])))
    .orderBy(asc(campers.bib));
  return rows.map((row) => toCamper(camp, row));
}

/** Campers of whom there are films or an evaluation, in the order of the bibs from one on, without him. */
export async function campersWithWork(camp: Camp, bib: number, towards: 'previous' | 'next', atMost: number): Promise<Camper[]> {
  const isNext = towards === 'next';
  const rows = await all()
    .where(
      and(
        eq(campers.campId, camp.id),
        isNull(campers.withdrawnOn),
        isNext ? gt(campers.bib, bib) : lt(campers.bib, bib),
        sql`(exists (select 1 from evaluations e where e.camper_id = campers.id)
          or exists (select 1 from deliveries d join clips k on k.delivery_id = d.id
            where d.camper_id = campers.id and k.removed_at is null and k.hidden_at is null))`,
      ),
    )
    .orderBy(isNext ? asc(campers.bib) : desc(campers.bib))
    .limit(atMost);
  return rows.map((row) => toCamper(camp, row));
}

/** A camper with his camp. */
export async function camperById(id: CamperId): Promise<{ readonly camp: Camp; readonly camper: Camper }> {
  const [row] = await all().where(eq(campers.id, id));
  if (!row) throw notFound('The camper');
  const camp = await campById(row.row.campId);
  return { camp, camper: toCamper(camp, row) };
}
