import { and, asc, eq, isNotNull, isNull, max, ne, notExists, or, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { ClipOrigin, DeliveryKind, CamperId, StaffId, DeliveryId } from '@stride-chalk/core';
import { requireMayThrow } from './arm-care.ts';
import { camperById, type Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { requireConsent } from './consents.ts';
import { db, type Executor } from './db/connect.ts';
import { agreedLevels, campers, clips, deliveries, practiceClips, refusals, scores, throws } from './db/schema.ts';
import { idTaken, notFound, Refusal } from './refusal.ts';
import { newId } from './new-id.ts';

export type DeliveryRow = typeof deliveries.$inferSelect;

export const deliveriesOf = (camperId: CamperId): Promise<DeliveryRow[]> =>
  db().select().from(deliveries).where(eq(deliveries.camperId, camperId)).orderBy(asc(deliveries.number));

export async function deliveryWithCamper(id: DeliveryId): Promise<{ delivery: DeliveryRow; camp: Camp; camper: Camper }> {
  const [delivery] = await db().select().from(deliveries).where(eq(deliveries.id, id));
  if (!delivery) throw notFound('The delivery');
  return { delivery, ...(await camperById(delivery.camperId)) };
}

/** Consent and arm care stop every delivery and every film, whichever way it comes. */
export function requireMayFilm(camper: Pick<Camper, 'bib' | 'consent' | 'sore'>): void {
  requireConsent(camper, 'film');
  if (camper.sore) throw new Refusal('sore-arm', `Bib ${camper.bib} has a sore arm: no throwing, no filming.`);
}

/** Adds the next delivery of a camper and counts its throw. Missing consent, a sore arm or the limits of arm care stop it. */
export async function addDelivery(input: {
  readonly id?: DeliveryId;
  readonly camperId: CamperId;
  readonly kind: DeliveryKind;
  readonly thrownOn: string;
  readonly staffId: StaffId;
}): Promise<DeliveryRow> {
  const { camp, camper } = await camperById(input.camperId);
  requireMayFilm(camper);
  return db().transaction(async (tx) => {
    await tx.select({ id: campers.id }).from(campers).where(eq(campers.id, camper.id)).for('update');
    const [known] = input.id === undefined ? [] : await tx.select().from(deliveries).where(eq(deliveries.id, input.id));
    if (known && known.camperId !== camper.id) throw idTaken();
    if (known) return known;
    // What was tapped at the mound is in the count already.
    const tapped = await tappedThrow(tx, camper, input.thrownOn);
    if (!tapped) await requireMayThrow(camp, camper, input.thrownOn, tx);
    const made = await nextDelivery(tx, camper.id, {
      ...(input.id === undefined ? {} : { id: input.id }),
      ...{ kind: input.kind, thrownOn: input.thrownOn, enteredBy: input.staffId },
    });
    if (tapped) {
      await tx.update(throws).set({ deliveryId: made.id }).where(eq(throws.id, tapped));
      return made;
    }
    await tx.insert(throws).values({
      id: v7(),
      childId: camper.childId,
      campId: camper.campId,
      day: input.thrownOn,
      kind: 'filming',
      count: 1,
      deliveryId: made.id,
      enteredBy: input.staffId,
    });
    return made;
  });
}

/**
 * The delivery that a throw of the ledger is; made where it is none yet. It was thrown: no limit stops it any more.
 *
 * @param thrown a throw of this camper that stands
 */
export async function deliveryOfThrow(
  camper: Pick<Camper, 'id' | 'childId' | 'campId'>,
  thrown: string,
  staffId: StaffId,
  via: Executor = db(),
): Promise<DeliveryId> {
  return via.transaction(async (tx) => {
    await tx.select({ id: campers.id }).from(campers).where(eq(campers.id, camper.id)).for('update');
    const [row] = await tx
      .select()
      .from(throws)
      .where(
        and(
          eq(throws.id, thrown),
          eq(throws.childId, camper.childId),
          eq(throws.campId, camper.campId),
          isNull(throws.takenBackAt),
        ),
      );
    if (!row) throw notFound('The throw');
    if (row.deliveryId) return row.deliveryId;
    const made = await nextDelivery(tx, camper.id, {
      kind: row.deliveryKind ?? 'stretch',
      thrownOn: row.day,
      enteredBy: staffId,
    });
    await tx.update(throws).set({ deliveryId: made.id }).where(eq(throws.id, thrown));
    return made.id;
  });
}

/** A delivery that was not thrown at the camp: it is in no count of its ledger. */
export async function deliveryElsewhere(
  camper: Pick<Camper, 'id'>,
  { occasion, filmedOn }: Pick<ClipOrigin, 'occasion' | 'filmedOn'>,
  staffId: StaffId,
  via: Executor,
): Promise<DeliveryId> {
  await via.select({ id: campers.id }).from(campers).where(eq(campers.id, camper.id)).for('update');
  const made = await nextDelivery(via, camper.id, { kind: 'stretch', thrownOn: filmedOn, occasion, enteredBy: staffId });
  return made.id;
}

async function nextDelivery(
  tx: Executor,
  camperId: CamperId,
  facts: Pick<DeliveryRow, 'kind' | 'thrownOn'> & {
    readonly id?: DeliveryId;
    readonly occasion?: DeliveryRow['occasion'];
    readonly enteredBy: StaffId;
  },
): Promise<DeliveryRow> {
  const [last] = await tx
    .select({ number: max(deliveries.number) })
    .from(deliveries)
    .where(eq(deliveries.camperId, camperId));
  const row = { camperId, number: (last?.number ?? 0) + 1, ...facts, id: facts.id ?? newId<DeliveryId>() };
  const [made] = await tx.insert(deliveries).values(row).returning();
  return made!;
}

/** The first throw of the day that was tapped at a mound, is to be looked at, and has no delivery yet; null for none. */
async function tappedThrow(tx: Executor, camper: Pick<Camper, 'childId' | 'campId'>, day: string): Promise<string | null> {
  const [row] = await tx
    .select({ id: throws.id })
    .from(throws)
    .where(
      and(
        eq(throws.childId, camper.childId),
        eq(throws.campId, camper.campId),
        eq(throws.day, day),
        eq(throws.count, 1),
        isNotNull(throws.mound),
        isNull(throws.deliveryId),
        isNull(throws.takenBackAt),
        isNull(throws.leftOutAt),
      ),
    )
    .orderBy(asc(throws.thrownAt), asc(throws.id))
    .limit(1);
  return row?.id ?? null;
}

/** Why a throw is taken back that only a film told, when the film is taken out. */
export const FILM_TAKEN_OUT = 'its film shows another throw';

/**
 * Takes away those of some deliveries that came of sorting a film and of which nothing is left: what was tapped at a mound stands as thrown, and a throw that only the film told is taken back. What somebody has put in by hand
 * stays, and so does everything of which anything is left.
 */
export async function dropEmptied(tx: Executor, ids: readonly DeliveryId[], by: StaffId): Promise<void> {
  for (const id of ids) {
    await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.id, id)).for('update');
    const [empty] = await tx
      .select({ occasion: deliveries.occasion, thrown: throws.id, mound: throws.mound })
      .from(deliveries)
      .leftJoin(throws, eq(throws.deliveryId, deliveries.id))
      .where(
        and(
          eq(deliveries.id, id),
          or(isNotNull(throws.thrownAt), ne(deliveries.occasion, 'camp')),
          notExists(tx.select({ id: clips.id }).from(clips).where(eq(clips.deliveryId, id))),
          notExists(tx.select({ id: scores.deliveryId }).from(scores).where(eq(scores.deliveryId, id))),
          notExists(tx.select({ id: refusals.id }).from(refusals).where(eq(refusals.deliveryId, id))),
          notExists(tx.select({ id: practiceClips.id }).from(practiceClips).where(eq(practiceClips.deliveryId, id))),
          notExists(tx.select({ id: agreedLevels.id }).from(agreedLevels).where(eq(agreedLevels.deliveryId, id))),
        ),
      );
    if (!empty) continue;
    const back = empty.mound === null ? { takenBackAt: new Date(), takenBackBy: by, takenBackWhy: FILM_TAKEN_OUT } : {};
    if (empty.thrown)
      await tx
        .update(throws)
        .set({ deliveryId: null, ...back })
        .where(eq(throws.id, empty.thrown));
    await tx.delete(deliveries).where(eq(deliveries.id, id));
  }
}

/** Takes away a delivery that was not thrown: one without a film, a refusal unread or a level. Its throw stands in the ledger as taken back. */
export async function removeDelivery(id: DeliveryId, by: StaffId): Promise<void> {
  await db().transaction(async (tx) => {
    const [row] = await tx.select().from(deliveries).where(eq(deliveries.id, id)).for('update');
    if (!row) throw notFound('The delivery');
    const [film] = await tx
      .select({ removedAt: clips.removedAt })
      .from(clips)
      .where(eq(clips.deliveryId, id))
      .orderBy(sql`${clips.removedAt} nulls first`)
      .limit(1);
    const [level] = await tx.select({ checkpoint: scores.checkpoint }).from(scores).where(eq(scores.deliveryId, id)).limit(1);
    if (film?.removedAt)
      throw new Refusal(
        'delivery-in-use',
        'A film of this delivery was removed and can still be put back: put it back, or erase it first.',
        409,
      );
    if (film || level) throw new Refusal('delivery-in-use', 'A film or levels belong to this delivery; it stays.', 409);
    // What was tapped at a mound was thrown, with or without a film.
    await tx
      .update(throws)
      .set({ deliveryId: null })
      .where(and(eq(throws.deliveryId, id), isNotNull(throws.mound)));
    await tx
      .update(throws)
      .set({ deliveryId: null, takenBackAt: new Date(), takenBackBy: by, takenBackWhy: 'the delivery was not thrown' })
      .where(eq(throws.deliveryId, id));
    await tx.delete(refusals).where(eq(refusals.deliveryId, id));
    await tx.delete(deliveries).where(eq(deliveries.id, id));
  });
}
