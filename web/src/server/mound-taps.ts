import { and, asc, eq, gte, isNotNull, isNull, lte, ne, sql } from 'drizzle-orm';
import { sameThrow, SAME_THROW_WITHIN, type CampId, type ViewId } from '@stride-chalk/core';
import type { Camper } from './campers.ts';
import type { Executor } from './db/connect.ts';
import { children, moundTaps, throws } from './db/schema.ts';

/** What a device tells of a throw. */
export interface Told {
  /** The id of its entry. */
  readonly id: string;
  readonly device: string;
  readonly view: ViewId | null;
  /** By the clock of the server, milliseconds since 1970. */
  readonly instant: number;
}

/**
 * Which throw a device means: one that another device has told already, or null for one that is new, to be made under the id of the entry before `noteTap`. With it the how-manieth of the day it is to
 * the device. Two phones that tell of one throw at once wait for each other.
 */
export async function toldThrow(
  tx: Executor,
  camper: Pick<Camper, 'childId' | 'campId'>,
  day: string,
  told: Told,
): Promise<{ readonly throwId: string | null; readonly number: number }> {
  await tx.select({ id: children.id }).from(children).where(eq(children.id, camper.childId)).for('update');
  const standing = and(
    eq(throws.childId, camper.childId),
    eq(throws.campId, camper.campId),
    eq(throws.day, day),
    isNull(throws.takenBackAt),
  );
  const number =
    1 +
    (await tx.$count(
      moundTaps,
      and(
        eq(moundTaps.device, told.device),
        isNull(moundTaps.takenBackAt),
        sql`${moundTaps.throwId} in (select id from throws where ${standing})`,
      ),
    ));
  const own = sql`exists (select 1 from mound_taps own where own.throw_id = ${throws.id} and own.device = ${told.device} and own.taken_back_at is null)`;
  const known = await tx
    .selectDistinctOn([throws.id], { id: throws.id, at: throws.thrownAt, number: moundTaps.number })
    .from(throws)
    .innerJoin(moundTaps, eq(moundTaps.throwId, throws.id))
    .where(
      and(
        standing,
        isNotNull(throws.thrownAt),
        gte(throws.thrownAt, new Date(told.instant - SAME_THROW_WITHIN)),
        lte(throws.thrownAt, new Date(told.instant + SAME_THROW_WITHIN)),
        sql`not ${own}`,
      ),
    )
    .orderBy(throws.id, asc(moundTaps.tappedAt));
  return {
    number,
    throwId: sameThrow(
      known.map((k) => ({ ...k, at: k.at!.getTime() })),
      { at: told.instant, number },
    ),
  };
}

export const noteTap = async (tx: Executor, throwId: string, told: Told, number: number): Promise<void> =>
  void (await tx
    .insert(moundTaps)
    .values({ id: told.id, throwId, device: told.device, view: told.view, tappedAt: new Date(told.instant), number })
    .onConflictDoNothing());

/** The throw that an entry of a device tells of; the id itself where it is no such entry. */
export async function throwOfTap(tx: Executor, id: string): Promise<string> {
  const [tap] = await tx.select({ throwId: moundTaps.throwId }).from(moundTaps).where(eq(moundTaps.id, id));
  return tap?.throwId ?? id;
}

/** Takes back what one device has told; answers whether another one still says that it was thrown. */
export async function takeBackTap(tx: Executor, id: string): Promise<boolean> {
  const [tap] = await tx
    .update(moundTaps)
    .set({ takenBackAt: sql`coalesce(${moundTaps.takenBackAt}, now())` })
    .where(eq(moundTaps.id, id))
    .returning({ throwId: moundTaps.throwId });
  if (!tap) return false;
  const others = await tx.$count(
    moundTaps,
    and(eq(moundTaps.throwId, tap.throwId), ne(moundTaps.id, id), isNull(moundTaps.takenBackAt)),
  );
  return others > 0;
}

/** Whether an entry of a device that told of a throw stands, and of which throw; null where the server does not know it. */
export async function standingTap(
  tx: Executor,
  id: string,
  campId: CampId,
): Promise<{ readonly throwId: string; readonly takenBack: boolean } | null> {
  const [tap] = await tx
    .select({ throwId: moundTaps.throwId, takenBackAt: moundTaps.takenBackAt })
    .from(moundTaps)
    .innerJoin(throws, eq(throws.id, moundTaps.throwId))
    .where(and(eq(moundTaps.id, id), eq(throws.campId, campId)));
  return tap ? { throwId: tap.throwId, takenBack: tap.takenBackAt !== null } : null;
}
