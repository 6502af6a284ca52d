import { and, eq } from 'drizzle-orm';
import type { ViewId, ClipId } from '@stride-chalk/core';
import { camperByBib } from './campers.ts';
import type { Camp } from './camps.ts';
import { presentClip, requireFree, towardsTargetOf } from './clips.ts';
import { requireConsent } from './consents.ts';
import { db } from './db/connect.ts';
import { clips, deliveries } from './db/schema.ts';
import { notFound, Refusal } from './refusal.ts';

/**
 * Moves a film, with the key frames and points on it, to another delivery of the camp, or to another view of its own: somebody saw whose delivery it really
 * shows. Levels stay with the delivery for which they were given.
 *
 * @param to the bib and the number of the delivery as the staff say them, and the view that the film shows
 */
export async function moveClip(
  id: ClipId,
  to: { readonly camp: Camp; readonly bib: number; readonly delivery: number; readonly view: ViewId },
): Promise<void> {
  const camper = await camperByBib(to.camp, to.bib);
  requireConsent(camper, 'film');
  await db().transaction(async (tx) => {
    await tx.select({ id: clips.id }).from(clips).where(eq(clips.id, id)).for('update');
    const clip = await presentClip(id, tx);
    if (!clip) throw notFound('The clip');
    const [delivery] = await tx
      .select({ id: deliveries.id })
      .from(deliveries)
      .where(and(eq(deliveries.camperId, camper.id), eq(deliveries.number, to.delivery)))
      .for('update');
    if (!delivery) throw new Refusal('no-such-delivery', `Bib ${to.bib} has no delivery ${to.delivery}. The film stays.`, 404);
    if (delivery.id === clip.deliveryId && to.view === clip.view) return;
    await requireFree(delivery.id, to.view, tx);
    await tx
      .update(clips)
      .set({ deliveryId: delivery.id, view: to.view, towardsTarget: towardsTargetOf(to.view, camper.hand) })
      .where(eq(clips.id, id));
  });
}
