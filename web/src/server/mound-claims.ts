import { and, asc, eq, gt, ne, sql } from 'drizzle-orm';
import type { CampId, StaffId, ViewId } from '@stride-chalk/core';
import { db } from './db/connect.ts';
import { moundClaims, staff } from './db/schema.ts';

/** How long a device that says nothing more still counts as being there, in milliseconds. */
const SILENT = 90_000;

/**
 * A device says at which mound it stands, and from where it films there; answers which others have said the same mound of late. Nothing is closed to anybody by it: two phones may film one mound from two
 * sides, and who has claimed it by mistake is told.
 */
export async function claimMound(
  campId: CampId,
  device: string,
  claim: { readonly mound: string; readonly view: ViewId | null; readonly by: StaffId },
  now = new Date(),
): Promise<ReadonlyArray<{ readonly by: string; readonly view: ViewId | null; readonly since: string }>> {
  const { mound, view } = claim;
  const row = { device, campId, staffId: claim.by, mound, view, since: now, at: now };
  await db()
    .insert(moundClaims)
    .values(row)
    .onConflictDoUpdate({
      target: [moundClaims.campId, moundClaims.device],
      // Since when: as long as it has said the same, without a pause.
      set: {
        ...{ staffId: claim.by, mound, view, at: now },
        since: sql`case when ${moundClaims.mound} = ${mound} and ${moundClaims.view} is not distinct from ${view}
          and ${moundClaims.at} > ${new Date(now.getTime() - SILENT)} then ${moundClaims.since} else ${now} end`,
      },
    });
  const others = await db()
    .select({ by: staff.name, view: moundClaims.view, since: moundClaims.since })
    .from(moundClaims)
    .innerJoin(staff, eq(staff.id, moundClaims.staffId))
    .where(
      and(
        eq(moundClaims.campId, campId),
        eq(moundClaims.mound, mound),
        ne(moundClaims.device, device),
        gt(moundClaims.at, new Date(now.getTime() - SILENT)),
      ),
    )
    .orderBy(asc(moundClaims.since));
  return others.map((o) => ({ ...o, since: o.since.toISOString() }));
}
