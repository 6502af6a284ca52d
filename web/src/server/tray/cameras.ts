import { and, eq } from 'drizzle-orm';
import type { CameraId, CampId, StaffId, ViewId } from '@stride-chalk/core';
import { db, type Executor } from '../db/connect.ts';
import { cameras } from '../db/schema.ts';
import { newId } from '../new-id.ts';

/** The camera of a folder, and of a make where the files tell it; made where it is new. Whatever its setting is, it is one camera with one clock. */
export async function cameraOf(
  tx: Executor,
  of: { readonly campId: CampId; readonly folder: string; readonly make: string | null; readonly by: StaffId | null },
): Promise<CameraId> {
  const { campId, folder, make, by } = of;
  const name = [folder.split('/').at(-1), make].filter(Boolean).join(', ') || 'One camera';
  const [row] = await tx
    .insert(cameras)
    .values({ id: newId<CameraId>(), campId, key: `${folder}|${make ?? ''}`, name: name.slice(0, 120), enteredBy: by })
    .onConflictDoUpdate({
      target: [cameras.campId, cameras.key],
      // Nothing of it changes: the row is asked for.
      set: { key: `${folder}|${make ?? ''}` },
    })
    .returning({ id: cameras.id });
  return row!.id;
}

/** Says from where a camera films: it holds for all its clips that are still to be sorted. */
export async function setCameraView(id: CameraId, view: ViewId | null, by: StaffId): Promise<void> {
  await db().update(cameras).set({ view, enteredBy: by, enteredAt: new Date() }).where(eq(cameras.id, id));
}

export const camerasOf = (campId: CampId) =>
  db()
    .select()
    .from(cameras)
    .where(and(eq(cameras.campId, campId)));
