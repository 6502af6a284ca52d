import { and, eq, inArray, isNull, lt, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import { dayInZone, type ClipId, type ClipOrigin, type DeliveryId, type StaffId, type ViewId } from '@stride-chalk/core';
import { camperByBib, type Camper } from '../campers.ts';
import type { Camp } from '../camps.ts';
import { isPresent, presentClip, requireFree, towardsTargetOf, type ClipRow } from '../clips.ts';
import { requireConsent } from '../consents.ts';
import { db, type Executor } from '../db/connect.ts';
import { clipOrigins, clips, deliveries, films, throws } from '../db/schema.ts';
import { deliveryElsewhere, deliveryOfThrow, dropEmptied, FILM_TAKEN_OUT } from '../deliveries.ts';
import { notFound, Refusal } from '../refusal.ts';

export interface Placing {
  readonly id: ClipId;
  readonly bib: number;
  /** The throw that it shows; null for one that nobody has told. */
  readonly throwId: string | null;
  /** The same for clips of the same untold throw. */
  readonly key: string | null;
  /** When it was thrown, by the clock of the server; null where nobody can say. */
  readonly at: number | null;
  readonly view: ViewId;
}

/** Lets nothing through unless every clip is of the camp: what is of another one was not found. */
export async function requireClipsOf(camp: Pick<Camp, 'id'>, ids: readonly ClipId[]): Promise<void> {
  const own = await db()
    .select({ id: clips.id })
    .from(clips)
    .innerJoin(films, eq(films.id, clips.filmId))
    .where(and(inArray(clips.id, [...ids]), eq(films.campId, camp.id), isPresent));
  if (own.length < new Set(ids).size) throw notFound('The clip');
}

/**
 * Puts clips under the deliveries that they show, one after the other: each that cannot be is named with its reason, the others are done. A throw that nobody has told is told with the first clip of it.
 */
export async function placeClips(
  camp: Camp,
  said: readonly Placing[],
  by: StaffId,
): Promise<{ readonly placed: ClipId[]; readonly refused: Array<{ readonly id: ClipId; readonly reason: string }> }> {
  const placed: ClipId[] = [];
  const refused: Array<{ readonly id: ClipId; readonly reason: string }> = [];
  const told = new Map<string, string>();
  for (const one of said)
    try {
      const key = one.key === null ? null : `${one.bib} ${one.key}`;
      const throwId = one.throwId ?? (key === null ? null : (told.get(key) ?? null));
      const stood = await placeClip(camp, { ...one, throwId }, by);
      if (key !== null && stood !== null) told.set(key, stood);
      placed.push(one.id);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      refused.push({ id: one.id, reason: error.message });
    }
  return { placed, refused };
}

/** Puts one clip under its throw; answers which throw that is, null for one that was not thrown at the camp. */
async function placeClip(camp: Camp, to: Placing, by: StaffId): Promise<string | null> {
  const camper = await camperByBib(camp, to.bib);
  requireConsent(camper, 'film');
  return db().transaction(async (tx) => {
    await tx.select({ id: clips.id }).from(clips).where(eq(clips.id, to.id)).for('update');
    const clip = await presentClip(to.id, tx);
    if (clip?.campId !== camp.id) throw notFound('The clip');
    const [origin] = await tx.select().from(clipOrigins).where(eq(clipOrigins.clipId, clip.id));
    const throwId = origin
      ? null
      : ((await toldThrow(tx, camper, to)) ??
        (to.key === null ? await nearThrow(tx, camper, to) : null) ??
        (await tellThrow(tx, camp, camper, to.at, by)));
    const deliveryId =
      throwId === null ? await elsewhere(tx, camper, clip, origin!, by) : await deliveryOfThrow(camper, throwId, by, tx);
    if (clip.deliveryId === deliveryId && clip.view === to.view) return throwId;
    await requireFree(deliveryId, to.view, tx);
    const view = { view: to.view, towardsTarget: towardsTargetOf(to.view, camper.hand) };
    await tx
      .update(clips)
      .set({ deliveryId, ...view, uselessWhy: null })
      .where(eq(clips.id, to.id));
    if (clip.deliveryId) await dropEmptied(tx, [clip.deliveryId], by);
    return throwId;
  });
}

/** The delivery of a clip that does not come from the camp: its own, under that camper. */
async function elsewhere(tx: Executor, camper: Camper, clip: ClipRow, origin: ClipOrigin, by: StaffId): Promise<DeliveryId> {
  const [own] = clip.deliveryId
    ? await tx
        .select({ id: deliveries.id })
        .from(deliveries)
        .where(and(eq(deliveries.id, clip.deliveryId), eq(deliveries.camperId, camper.id)))
    : [];
  return own?.id ?? deliveryElsewhere(camper, origin, by, tx);
}

/** The throw that is said; one that was taken back because its film was taken out stands again. */
async function toldThrow(tx: Executor, camper: Camper, { throwId }: Placing): Promise<string | null> {
  if (throwId === null) return null;
  await tx
    .update(throws)
    .set({ takenBackAt: null, takenBackBy: null, takenBackWhy: null })
    .where(and(eq(throws.id, throwId), eq(throws.childId, camper.childId), eq(throws.takenBackWhy, FILM_TAKEN_OUT)));
  return throwId;
}

/** A throw within so many seconds of a clip can be the one that it shows. */
const NEAR_SECONDS = 90;
/** Somebody has said a bib and no throw: that of the camper which lies nearest, and has no film of the view yet; null where none is near. */
async function nearThrow(tx: Executor, camper: Camper, { at, view }: Placing): Promise<string | null> {
  if (at === null) return null;
  const apart = sql<number>`abs(extract(epoch from ${throws.thrownAt} - ${new Date(at)}))`;
  const [row] = await tx
    .select({ id: throws.id })
    .from(throws)
    .where(
      and(
        eq(throws.childId, camper.childId),
        eq(throws.campId, camper.campId),
        eq(throws.count, 1),
        isNull(throws.takenBackAt),
        lt(apart, NEAR_SECONDS),
        sql`not exists (select 1 from ${clips} where ${clips.deliveryId} = ${throws.deliveryId} and ${clips.view} = ${view} and ${isPresent})`,
      ),
    )
    .orderBy(apart)
    .limit(1);
  return row?.id ?? null;
}

/** A throw that was filmed and that nobody has told counts too: it was thrown, and no limit stops it any more. */
async function tellThrow(tx: Executor, camp: Camp, camper: Camper, at: number | null, by: StaffId): Promise<string> {
  const id = v7();
  await tx.insert(throws).values({
    ...{ id, childId: camper.childId, campId: camp.id, kind: 'filming', count: 1, enteredBy: by },
    day: dayInZone(at ?? Date.now(), camp.timeZone),
    thrownAt: new Date(at ?? Date.now()),
  });
  return id;
}

/** Takes clips out of their deliveries, with the key frames and points on them: nobody has said any more what they show. */
export const takeOutClips = (camp: Camp, ids: readonly ClipId[], by: StaffId, via: Executor = db()): Promise<void> =>
  via.transaction(async (tx) => {
    const ofCamp = tx.select({ id: films.id }).from(films).where(eq(films.campId, camp.id));
    const own = and(inArray(clips.id, [...ids]), inArray(clips.filmId, ofCamp), isPresent);
    const before = await tx.select({ deliveryId: clips.deliveryId }).from(clips).where(own).for('update');
    await tx.update(clips).set({ deliveryId: null, view: null, towardsTarget: null }).where(own);
    await dropEmptied(tx, [...new Set(before.flatMap((c) => c.deliveryId ?? []))], by);
  });

/** Sets a clip aside with the reason, or takes it up again. */
export const setAside = (camp: Camp, id: ClipId, why: string | null, by: StaffId): Promise<void> =>
  db().transaction(async (tx) => {
    if (why !== null) await takeOutClips(camp, [id], by, tx);
    await tx.update(clips).set({ uselessWhy: why }).where(eq(clips.id, id));
  });
