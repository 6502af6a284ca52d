import { and, asc, eq, inArray, isNotNull } from 'drizzle-orm';
import type { ClipId, ClipOrigin, DeliveryId, StaffId } from '@stride-chalk/core';
import { isPresent } from '../clips.ts';
import { db, type Executor } from '../db/connect.ts';
import { clipOrigins, clips } from '../db/schema.ts';
import { Refusal } from '../refusal.ts';

type Row = typeof clipOrigins.$inferSelect;

/** What is known of where a clip comes from, without who has entered it. */
export const originOf = ({ occasion, filmedOn, sentBy, pitch, result, height, side, speed, speedUnit }: Row): ClipOrigin => ({
  ...{ occasion, filmedOn, sentBy, pitch, result, height, side, speed, speedUnit },
});

/** Where the films of deliveries come from that were not thrown at the camp. */
export async function originsOf(
  ids: readonly DeliveryId[],
): Promise<Array<{ readonly deliveryId: DeliveryId; readonly origin: ClipOrigin }>> {
  if (ids.length === 0) return [];
  const rows = await db()
    .select({ deliveryId: clips.deliveryId, origin: clipOrigins })
    .from(clipOrigins)
    .innerJoin(clips, eq(clips.id, clipOrigins.clipId))
    .where(and(inArray(clips.deliveryId, [...ids]), isPresent))
    .orderBy(asc(clips.enteredAt));
  return rows.flatMap(({ deliveryId, origin }) => (deliveryId ? [{ deliveryId, origin: originOf(origin) }] : []));
}

/**
 * Says of clips where they come from; null: from the camp. One that stands under a delivery keeps where and when it was thrown, while the pitch itself and who sent it can be told at any time.
 *
 * @throws Refusal 'clip-placed' where that would move a delivery to another day, or into the count of the camp or out of it
 */
export async function clipsComeFrom(ids: readonly ClipId[], origin: ClipOrigin | null, by: StaffId): Promise<void> {
  await db().transaction(async (tx) => {
    const own = inArray(clips.id, [...ids]);
    await tx.select({ id: clips.id }).from(clips).where(own).for('update');
    const placed = await tx
      .select({ fileName: clips.fileName, occasion: clipOrigins.occasion, filmedOn: clipOrigins.filmedOn })
      .from(clips)
      .leftJoin(clipOrigins, eq(clipOrigins.clipId, clips.id))
      .where(and(own, isNotNull(clips.deliveryId)));
    const moved = placed.find((p) => p.occasion !== (origin?.occasion ?? null) || p.filmedOn !== (origin?.filmedOn ?? null));
    if (moved) throw new Refusal('clip-placed', `${moved.fileName} stands under a delivery. Take it out first.`, 409);
    await tx.delete(clipOrigins).where(inArray(clipOrigins.clipId, [...ids]));
    if (origin) await tx.insert(clipOrigins).values(ids.map((clipId) => ({ ...origin, clipId, enteredBy: by })));
  });
}

/** Clips that stand in the place of another one come from where it came. */
export async function sameOrigin(tx: Executor, from: ClipId, to: readonly ClipId[]): Promise<void> {
  const [row] = await tx.select().from(clipOrigins).where(eq(clipOrigins.clipId, from));
  if (row) await tx.insert(clipOrigins).values(to.map((clipId) => ({ ...row, clipId })));
}
