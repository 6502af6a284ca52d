import type { DeliveryId } from '@stride-chalk/core';
import { eq, inArray } from 'drizzle-orm';
import { db } from './db/connect.ts';
import { refusals } from './db/schema.ts';

export const refusalsOf = (deliveryIds: readonly DeliveryId[]) =>
  deliveryIds.length === 0
    ? Promise.resolve([])
    : db()
        .select()
        .from(refusals)
        .where(inArray(refusals.deliveryId, [...deliveryIds]));

export async function dismissRefusal(id: string): Promise<void> {
  await db().delete(refusals).where(eq(refusals.id, id));
}
