import type { StaffId } from '@stride-chalk/core';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { db } from './db/connect.ts';
import { campStaff, dayPlans, planSessions, qualificationDecisions, scoringTasks, staff, verifications } from './db/schema.ts';
import { Refusal } from './refusal.ts';

/**
 * Somebody who was invited comes in with an account that he has already: his place at the camp, and what he was planned for, go over to it, and the
 * account that the invitation had made goes.
 *
 * @param invited an account without a password, of one camp
 * @throws Refusal where the account works at the camp already
 */
export async function comeInWith(invited: StaffId, account: StaffId): Promise<void> {
  if (invited === account) return;
  await db().transaction(async (tx) => {
    const [place] = await tx.select().from(campStaff).where(eq(campStaff.staffId, invited)).for('update');
    if (!place) return;
    const [member] = await tx
      .select({ id: campStaff.staffId })
      .from(campStaff)
      .where(and(eq(campStaff.campId, place.campId), eq(campStaff.staffId, account)));
    if (member) throw new Refusal('already-staff', 'You work at this camp already: the invitation is not needed.', 409);
    await tx.insert(campStaff).values({ ...place, staffId: account });
    for (const column of ['filmerId', 'scorerId', 'secondScorerId'] as const)
      await tx
        .update(planSessions)
        .set({ [column]: account })
        .where(eq(planSessions[column], invited));
    for (const table of [scoringTasks, qualificationDecisions])
      await tx.update(table).set({ coachId: account }).where(eq(table.coachId, invited));
    await tx
      .update(dayPlans)
      .set({ settings: sql`replace(${dayPlans.settings}::text, ${invited}, ${account})::jsonb` })
      .where(eq(dayPlans.campId, place.campId));
    await tx.delete(campStaff).where(eq(campStaff.staffId, invited));
    // Links of the account that a lead may hold end as well: from now on it is not his camp's alone.
    await tx.delete(verifications).where(inArray(verifications.value, [invited, account]));
    await tx.delete(staff).where(eq(staff.id, invited));
  });
}
