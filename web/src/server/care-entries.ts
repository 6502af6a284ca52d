import { eq } from 'drizzle-orm';
import { enteredInstant, type CareEntry, type Standing, type StaffId } from '@stride-chalk/core';
import { may, type Duty, type Role } from './access.ts';
import {
  allowMore,
  countThrows,
  endAllowance,
  leaveOutThrow,
  liftSore,
  reportSore,
  standingOf,
  takeBackThrows,
} from './arm-care.ts';
import { camperById, type Camper } from './campers.ts';
import { todayAt, type Camp } from './camps.ts';
import { db, type Executor } from './db/connect.ts';
import { entries } from './db/schema.ts';
import { idTaken, Refusal } from './refusal.ts';

/** What an entry needs beyond the right to count throws. */
const NEEDS: Readonly<Partial<Record<CareEntry['kind'], Duty>>> = {
  liftSore: 'lift a sore arm, allow more throws',
  allow: 'lift a sore arm, allow more throws',
  takeBackAllowance: 'lift a sore arm, allow more throws',
};

/**
 * Takes one entry about an arm under the id that the device gave it; sent again, it changes nothing. Answers how the arm stands after it.
 *
 * @throws Refusal where the role may not enter it, or what it is about is not there
 */
export async function recordCare(
  id: string,
  entry: CareEntry,
  by: { readonly id: StaffId; readonly role: Role },
  /** When it was entered, by the server's clock. */
  instant = enteredInstant({ id, sentAt: null, ahead: null, now: Date.now() }),
): Promise<Standing> {
  const duty = NEEDS[entry.kind];
  if (duty && !may(by.role, duty)) throw new Refusal('not-allowed', `This is not for a ${by.role}. Ask the lead.`, 403);
  const { camp, camper } = await camperById(entry.camperId);
  await db().transaction(async (tx) => {
    const made = await tx
      .insert(entries)
      .values({ id, target: `care ${entry.camperId}`, body: entry, enteredBy: by.id })
      .onConflictDoNothing()
      .returning({ id: entries.id });
    if (made.length > 0) return apply(tx, id, entry, { camp, camper, by, instant });
    const [there] = await tx.select({ target: entries.target, by: entries.enteredBy }).from(entries).where(eq(entries.id, id));
    if (there?.target !== `care ${entry.camperId}` || there.by !== by.id) throw idTaken();
  });
  return standingOf(camp, (await camperById(entry.camperId)).camper, todayAt(camp));
}

async function apply(
  tx: Executor,
  id: string,
  entry: CareEntry,
  {
    camp,
    camper,
    by,
    instant,
  }: {
    readonly camp: Camp;
    readonly camper: Camper;
    readonly by: { readonly id: StaffId; readonly role: Role };
    readonly instant: number;
  },
): Promise<void> {
  switch (entry.kind) {
    case 'throws':
      await countThrows(
        camp,
        camper,
        {
          ...{ id, day: entry.day, kind: entry.throwKind, count: entry.count, by: by.id },
          ...(entry.mound
            ? {
                at: {
                  ...{ mound: entry.mound, delivery: entry.delivery ?? null, instant },
                  ...(entry.device ? { told: { device: entry.device, view: entry.view ?? null } } : {}),
                },
              }
            : {}),
        },
        tx,
      );
      return;
    case 'leaveOut':
      await leaveOutThrow(camper, entry.throwsId, tx);
      return;
    case 'takeBackThrows': {
      const isLead = may(by.role, 'lift a sore arm, allow more throws');
      await takeBackThrows(camper, entry.throwsId, { by: by.id, isLead, reason: entry.reason }, tx);
      return;
    }
    case 'sore':
      await reportSore(camp, camper, { id, place: entry.place, since: entry.since, by: by.id }, tx);
      return;
    case 'liftSore':
      await liftSore(camper.childId, { reason: entry.reason, by: by.id }, tx);
      return;
    case 'allow':
      await allowMore(camper, { id, day: entry.day, throws: entry.throws, reason: entry.reason, by: by.id }, tx);
      return;
    case 'takeBackAllowance':
      await endAllowance(camper, entry.allowanceId, by.id, tx);
  }
}
