import { and, eq, sql } from 'drizzle-orm';
import { differencesOf, type AgreedLevel, type StaffId } from '@stride-chalk/core';
import type { Role } from './access.ts';
import { stillBlindTo } from './blind-scorer.ts';
import type { Camp } from './camps.ts';
import { db, type Executor } from './db/connect.ts';
import { agreedLevels, scores } from './db/schema.ts';
import { deliveryWithCamper } from './deliveries.ts';
import { offSheet } from './off-sheet.ts';
import { idTaken, notFound, Refusal } from './refusal.ts';
import { seenOf } from './used-scores.ts';

/** Who settles a difference, at the camp where it is. */
interface Settling {
  readonly id: StaffId;
  readonly role: Role;
  readonly camp: Camp;
}
type Unit = Pick<AgreedLevel, 'deliveryId' | 'checkpoint'>;

/**
 * Writes down the level that holds where coaches differ: the lead decides, a coach of the two proposes. A repeated send changes nothing. The scores of both
 * stay as they are.
 *
 * @throws Refusal where nobody differs, where it is not his to say, or where the lead has decided
 */
export async function recordAgreed(id: string, said: AgreedLevel, by: Settling): Promise<{ readonly holds: boolean }> {
  const { deliveryId, checkpoint, level, faults, reason } = said;
  const strange = offSheet(said, by.camp.sheet);
  if (strange) throw strange;
  await requireSees(said, by);
  const decided = by.role === 'lead';
  return db().transaction(async (tx) => {
    await lockUnit(tx, said);
    const [known] = await tx.select().from(agreedLevels).where(eq(agreedLevels.id, id));
    if (known) {
      if (known.deliveryId !== deliveryId || known.checkpoint !== checkpoint || known.enteredBy !== by.id) throw idTaken();
      return { holds: known.decided || known.agreedBy !== null };
    }
    await requireDifference(tx, said, by);
    if (!decided) await requireUndecided(tx, said);
    await tx.insert(agreedLevels).values({
      ...{ id, deliveryId, checkpoint, sheetId: by.camp.sheetId, level, faults, reason, decided, enteredBy: by.id },
    });
    return { holds: decided };
  });
}

/** The other coach agrees to what was proposed: from here on it holds. */
export async function agreeToLevel(id: string, by: Settling): Promise<{ readonly holds: boolean }> {
  const [row] = await db().select().from(agreedLevels).where(eq(agreedLevels.id, id));
  if (!row) throw notFound('The proposed level');
  await requireSees(row, by);
  return db().transaction(async (tx) => {
    await lockUnit(tx, row);
    const [now] = await tx.select().from(agreedLevels).where(eq(agreedLevels.id, id));
    if (now!.decided || now!.agreedBy !== null) return { holds: true };
    if (now!.enteredBy === by.id)
      throw new Refusal('own-proposal', 'This is your own proposal: the other coach agrees to it, or the lead decides.', 403);
    await requireOwnLevel(tx, row, by.id);
    await requireUndecided(tx, row);
    await tx.update(agreedLevels).set({ agreedBy: by.id, agreedAt: new Date() }).where(eq(agreedLevels.id, id));
    return { holds: true };
  });
}

/** Whoever is to score the camper blind does not settle what he must not see. */
async function requireSees({ deliveryId }: Unit, by: Settling): Promise<void> {
  const { camper } = await deliveryWithCamper(deliveryId);
  if ((await stillBlindTo(by.camp, camper, by.id)) !== null)
    throw new Refusal('blind-scorer', `You are to score bib ${camper.bib} yourself first.`, 403);
}

/** One at a time settles a delivery. */
const lockUnit = (tx: Executor, { deliveryId }: Unit) =>
  tx.execute(sql`select 1 from deliveries where id = ${deliveryId} for update`);

async function requireOwnLevel(tx: Executor, { deliveryId, checkpoint }: Unit, coachId: StaffId): Promise<void> {
  const own = and(eq(scores.deliveryId, deliveryId), eq(scores.checkpoint, checkpoint), eq(scores.coachId, coachId));
  const [found] = await tx.select({ level: scores.level }).from(scores).where(own);
  if (!found)
    throw new Refusal('not-yours', 'You have not scored this yourself: those who have settle it, or the lead decides.', 403);
}

async function requireDifference(tx: Executor, unit: Unit, by: Settling): Promise<void> {
  const { deliveryId, checkpoint } = unit;
  if (by.role !== 'lead') await requireOwnLevel(tx, unit, by.id);
  const given = await tx
    .select({ coach: scores.coachId, level: scores.level })
    .from(scores)
    .where(and(eq(scores.deliveryId, deliveryId), eq(scores.checkpoint, checkpoint)));
  const said = given.map((g) => ({ delivery: deliveryId, checkpoint, coach: g.coach, level: seenOf(g.level) }));
  if (differencesOf(said).length === 0)
    throw new Refusal('no-difference', 'Nobody differs here: no two levels of this checkpoint are different.', 409);
}

async function requireUndecided(tx: Executor, { deliveryId, checkpoint }: Unit): Promise<void> {
  const decided = and(
    eq(agreedLevels.deliveryId, deliveryId),
    eq(agreedLevels.checkpoint, checkpoint),
    eq(agreedLevels.decided, true),
  );
  const [found] = await tx.select({ id: agreedLevels.id }).from(agreedLevels).where(decided).limit(1);
  if (found) throw new Refusal('lead-decided', 'The lead has decided this already. Talk to the lead.', 409);
}
