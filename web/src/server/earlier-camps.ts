import { and, asc, eq, lt, ne } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { CampId, ClipId, StaffId } from '@stride-chalk/core';
import { stillBlindTo } from './blind-scorer.ts';
import { camperById, type Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { isPresent } from './clips.ts';
import { requireConsent } from './consents.ts';
import { db } from './db/connect.ts';
import { campers, camps, clips, deliveries } from './db/schema.ts';

/** A child at a camp. */
export interface AtCamp {
  readonly camp: Camp;
  readonly camper: Camper;
}

/**
 * The same child at camps of the organisation that were over before this one began, the oldest first: those whose films may be shown to whoever asks. That it
 * is the same child a lead has said; the family's consent given there is in force; and he does not still score there without seeing others.
 */
export async function atEarlierCamps(camp: Camp, camper: Pick<Camper, 'childId'>, staffId: StaffId): Promise<AtCamp[]> {
  const rows = await db()
    .select({ id: campers.id })
    .from(campers)
    .innerJoin(camps, eq(camps.id, campers.campId))
    .where(and(eq(campers.childId, camper.childId), isEarlier(camp)))
    .orderBy(asc(camps.firstDay));
  const found = await Promise.all(rows.map(({ id }) => camperById(id)));
  const open = await Promise.all(
    found.map(async (at) => at.camper.consent.film && (await stillBlindTo(at.camp, at.camper, staffId)) === null),
  );
  return found.filter((_, i) => open[i]);
}

const isEarlier = (camp: Pick<Camp, 'id' | 'organisationId' | 'firstDay'>) =>
  and(eq(camps.organisationId, camp.organisationId), ne(camps.id, camp.id), lt(camps.lastDay, camp.firstDay));

/**
 * The child of an earlier camp whose film it is, where he is a child of this camp too: there, and here. null for every other film.
 */
export async function filmOfEarlierCamp(
  clipId: ClipId,
  camp: Pick<Camp, 'id' | 'organisationId' | 'firstDay'>,
): Promise<{ readonly there: AtCamp; readonly here: AtCamp } | null> {
  const here = alias(campers, 'here');
  const [row] = await db()
    .select({ there: deliveries.camperId, here: here.id })
    .from(clips)
    .innerJoin(deliveries, eq(deliveries.id, clips.deliveryId))
    .innerJoin(campers, eq(campers.id, deliveries.camperId))
    .innerJoin(camps, eq(camps.id, campers.campId))
    .innerJoin(here, and(eq(here.childId, campers.childId), eq(here.campId, camp.id as CampId)))
    .where(and(eq(clips.id, clipId), isPresent, isEarlier(camp)));
  return row ? { there: await camperById(row.there), here: await camperById(row.here) } : null;
}

/** Both consents, that of the earlier camp and that of this one, allow its films to be shown. */
export function requireBothConsents({ there, here }: { readonly there: AtCamp; readonly here: AtCamp }): void {
  requireConsent(here.camper, 'show');
  requireConsent(there.camper, 'show');
}
