import { and, asc, eq, sql } from 'drizzle-orm';
import type { CamperId, CampId, StaffId, ViewId } from '@stride-chalk/core';
import { camperByBib } from './campers.ts';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { campers, refilms } from './db/schema.ts';
import { idTaken, notFound } from './refusal.ts';

/** Somebody who is to be filmed once more, and why. */
export interface Refilm {
  readonly id: string;
  readonly camper: CamperId;
  readonly view: ViewId;
  readonly why: string;
}

/** A film of the camp from that view, thrown after somebody has asked for it. */
const met = sql`exists (select 1 from clips k join deliveries d on d.id = k.delivery_id left join throws t on t.delivery_id = d.id
  where d.camper_id = ${refilms.camperId} and k.view = ${refilms.view} and k.removed_at is null and d.occasion = 'camp'
    and coalesce(t.thrown_at, k.entered_at) > ${refilms.enteredAt})`;

/** Who of a camp is to be filmed once more and has not been yet, in the order in which it was asked for. */
export const refilmsOf = (campId: CampId): Promise<Refilm[]> =>
  db()
    .select({ id: refilms.id, camper: refilms.camperId, view: refilms.view, why: refilms.why })
    .from(refilms)
    .innerJoin(campers, eq(campers.id, refilms.camperId))
    .where(and(eq(campers.campId, campId), sql`not ${met}`))
    .orderBy(asc(refilms.enteredAt), asc(refilms.id));

/** Asks for a camper to be filmed once more; asked again under the same id, it is asked once. */
export async function askRefilm(
  camp: Camp,
  id: string,
  said: { readonly bib: number; readonly view: ViewId; readonly why: string },
  by: StaffId,
): Promise<void> {
  const camper = await camperByBib(camp, said.bib);
  const [made] = await db()
    .insert(refilms)
    .values({ id, camperId: camper.id, view: said.view, why: said.why, enteredBy: by })
    .onConflictDoNothing()
    .returning({ id: refilms.id });
  if (made) return;
  const [there] = await db()
    .select({ camperId: refilms.camperId, campId: campers.campId })
    .from(refilms)
    .innerJoin(campers, eq(campers.id, refilms.camperId))
    .where(eq(refilms.id, id));
  if (there?.campId !== camp.id) throw notFound('What was asked');
  if (there.camperId !== camper.id) throw idTaken();
}

/** Nobody is to be filmed for it any more. */
export async function dropRefilm(id: string): Promise<void> {
  await db().delete(refilms).where(eq(refilms.id, id));
}
