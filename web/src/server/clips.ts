import { and, eq, getTableColumns, inArray, isNull, sql } from 'drizzle-orm';
import type { ViewId, DeliveryId, ClipId } from '@stride-chalk/core';
import { db, type Executor } from './db/connect.ts';
import { clips, films } from './db/schema.ts';
import { notFound, Refusal } from './refusal.ts';

/** What a clip has of its film. */
const OF_FILM = {
  sha256: films.sha256,
  bytes: films.bytes,
  codec: films.codec,
  width: films.width,
  height: films.height,
  device: films.device,
  campId: films.campId,
  originalGoneAt: films.originalGoneAt,
  /** How long the whole film plays, in seconds of the file. */
  filmSeconds: films.seconds,
} as const;
/** A clip with what is known of its film. */
export type ClipRow = typeof clips.$inferSelect &
  Pick<typeof films.$inferSelect, Exclude<keyof typeof OF_FILM, 'filmSeconds'>> & { readonly filmSeconds: number | null };
/** A clip of which somebody has said what it shows. */
export type Bound<Row extends { deliveryId: DeliveryId | null; view: ViewId | null }> = Row & {
  readonly deliveryId: DeliveryId;
  readonly view: ViewId;
};
export const isBound = <Row extends { deliveryId: DeliveryId | null; view: ViewId | null }>(row: Row): row is Bound<Row> =>
  row.deliveryId !== null && row.view !== null;
/** Why nothing more is made of a film. */
export const ORIGINAL_GONE = 'a child who was in the film has been erased, and the film as it came with him.';
const WHOLE = { ...getTableColumns(clips), ...OF_FILM };

/** A film that is there: not removed, and its retention not over, though either can still be taken back. */
export const isPresent = and(isNull(clips.removedAt), isNull(clips.hiddenAt))!;

const { frameTimes, ...light } = getTableColumns(clips);
const LISTED = {
  ...light,
  ...OF_FILM,
  /** How many frames it has, and from the first to the last in seconds of the file; null until they are counted. */
  frames: sql<number | null>`cardinality(${frameTimes})`,
  seconds: sql<number | null>`${frameTimes}[cardinality(${frameTimes})] - ${frameTimes}[1]`,
};

/** The films of some deliveries that are there, without the times of their frames: these are most of a row's weight. */
export const clipsOf = async (deliveryIds: readonly DeliveryId[]) =>
  deliveryIds.length === 0
    ? []
    : (
        await db()
          .select(LISTED)
          .from(clips)
          .innerJoin(films, eq(films.id, clips.filmId))
          .where(and(inArray(clips.deliveryId, [...deliveryIds]), isPresent))
      ).filter(isBound);

/** The same films with the time of every frame: for who steps through them or measures on them. */
export const timedClipsOf = async (deliveryIds: readonly DeliveryId[]): Promise<Array<Bound<ClipRow>>> =>
  deliveryIds.length === 0
    ? []
    : (
        await db()
          .select(WHOLE)
          .from(clips)
          .innerJoin(films, eq(films.id, clips.filmId))
          .where(and(inArray(clips.deliveryId, [...deliveryIds]), isPresent))
      ).filter(isBound);

export const presentClip = async (id: ClipId, via: Executor = db()): Promise<ClipRow | undefined> =>
  (
    await via
      .select(WHOLE)
      .from(clips)
      .innerJoin(films, eq(films.id, clips.filmId))
      .where(and(eq(clips.id, id), isPresent))
  )[0];

export async function clipById(id: ClipId): Promise<ClipRow> {
  const row = await presentClip(id);
  if (!row) throw notFound('The clip');
  return row;
}

/** A clip of which somebody has said what it shows. */
export async function boundClip(id: ClipId): Promise<Bound<ClipRow>> {
  const row = await clipById(id);
  if (!isBound(row)) throw notFound('The clip');
  return row;
}

/** A clip with what is known of its film, removed or not. */
export const anyClip = async (id: ClipId, via: Executor = db()): Promise<ClipRow | undefined> =>
  (await via.select(WHOLE).from(clips).innerJoin(films, eq(films.id, clips.filmId)).where(eq(clips.id, id)))[0];

export const viewTaken = (view: string): Refusal =>
  new Refusal('view-taken', `This delivery has a film of that view already (${view}). Remove it first.`, 409);

/** Refuses when a delivery has a film of a view already. */
export async function requireFree(deliveryId: DeliveryId, view: ViewId, via: Executor = db()): Promise<void> {
  const there = await via.$count(clips, and(eq(clips.deliveryId, deliveryId), eq(clips.view, view), isNull(clips.removedAt)));
  if (there > 0) throw viewTaken(view);
}

/** Which way in x the target lies: contract for the open side and the closed side; null in line with the target. */
export function towardsTargetOf(view: ViewId, hand: 'R' | 'L'): 1 | -1 | null {
  if (view === 'front' || view === 'rear') return null;
  return (view === 'openSide') === (hand === 'R') ? 1 : -1;
}

/** Which way in x the glove side lies, from the front and from the rear; null from a side. */
export function gloveSideOf(view: ViewId, hand: 'R' | 'L'): 1 | -1 | null {
  if (view !== 'front' && view !== 'rear') return null;
  return (view === 'front') === (hand === 'R') ? 1 : -1;
}
