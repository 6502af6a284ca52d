import { eq, inArray } from 'drizzle-orm';
import type { ClipId, StaffId } from '@stride-chalk/core';
import { presentClip, type ClipRow } from '../clips.ts';
import { db, type Executor } from '../db/connect.ts';
import { clips, films, marks, points } from '../db/schema.ts';
import { forgetFilms } from '../film-files.ts';
import { LIMITS } from '../intake/inspect.ts';
import { rangeOf, type Range } from '../intake/range.ts';
import { enqueueClip } from '../jobs.ts';
import { newId } from '../new-id.ts';
import { ORIGINAL_GONE } from '../clips.ts';
import { notFound, Refusal } from '../refusal.ts';
import { sameOrigin } from './origins.ts';

/** More than lies between two frames, in seconds: a part that ends with the film ends so far behind it. */
const BEYOND = 1;

/** Locks a clip of which nobody has said what it shows, and on which nobody has worked. */
async function untouched(tx: Executor, ids: readonly ClipId[]): Promise<ClipRow[]> {
  await tx
    .select({ id: clips.id })
    .from(clips)
    .where(inArray(clips.id, [...ids]))
    .for('update');
  const rows: ClipRow[] = [];
  for (const id of ids) {
    const clip = await presentClip(id, tx);
    if (!clip) throw notFound('The clip');
    if (clip.deliveryId !== null)
      throw new Refusal('clip-placed', `${clip.fileName} stands under a delivery. Take it out first.`, 409);
    if (clip.originalGoneAt !== null)
      throw new Refusal('original-gone', `${clip.fileName} cannot be cut any more: ${ORIGINAL_GONE}`, 409);
    rows.push(clip);
  }
  const work =
    (await tx.$count(marks, inArray(marks.clipId, [...ids]))) + (await tx.$count(points, inArray(points.clipId, [...ids])));
  if (work > 0)
    throw new Refusal('clip-has-work', 'Key frames or points are on it: they would be lost. Nothing was changed.', 409);
  return rows;
}

/** Puts clips in the place of others of their film: each is a new one, as its frames are counted anew. */
export async function instead(
  old: readonly ClipRow[],
  ranges: readonly Range[],
  tx: Executor,
  by: StaffId | null,
): Promise<ClipId[]> {
  const made = await besides(old[0]!, ranges, tx, by);
  await tx.delete(clips).where(
    inArray(
      clips.id,
      old.map((c) => c.id),
    ),
  );
  return made;
}

/** Makes further clips of the film of one, as what is known of it. */
async function besides(one: ClipRow, ranges: readonly Range[], tx: Executor, by: StaffId | null): Promise<ClipId[]> {
  const { filmId, fileName, captureScale, captureKnown, scaledBy, scaledAt, long } = one;
  const facts = { filmId, fileName, captureScale, captureKnown, scaledBy, scaledAt, long, enteredBy: by };
  const made = ranges.map(({ from, to }) => ({
    ...{ ...facts, id: newId<ClipId>(), fromSeconds: from, toSeconds: to },
    state: 'checking' as const,
  }));
  await tx.insert(clips).values(made);
  const ids = made.map((m) => m.id);
  await sameOrigin(tx, one.id, ids);
  return ids;
}

async function done(old: readonly ClipRow[], made: readonly ClipId[]): Promise<ClipId[]> {
  await forgetFilms(old);
  for (const id of made) await enqueueClip(id, old[0]!.long);
  return [...made];
}

/** Cuts a clip in two before one of its frames. Answers the two that stand in its place. */
export async function splitClip(id: ClipId, frame: number, by: StaffId): Promise<ClipId[]> {
  const { old, made } = await db().transaction(async (tx) => {
    const [clip] = await untouched(tx, [id]);
    const times = clip!.frameTimes;
    if (!times) throw new Refusal('no-frames-yet', 'Its frames are not counted yet. Try again when it is ready.', 409);
    const [before, after] = [times[frame - 1], times[frame]];
    if (before === undefined || after === undefined)
      throw new Refusal('no-such-cut', `It has frames 0 to ${times.length - 1}: there is nothing on one side of ${frame}.`);
    const cut = (before + after) / 2;
    const whole = rangeOf(clip!) ?? { from: times[0]! - BEYOND, to: times.at(-1)! + BEYOND };
    const parts = [
      { from: whole.from, to: cut },
      { from: cut, to: whole.to },
    ];
    return { old: [clip!], made: await instead([clip!], parts, tx, by) };
  });
  return done(old, made);
}

/** Joins two parts of one film, and what lies between them. Answers the one that stands in their place. */
export async function joinClips(first: ClipId, second: ClipId, by: StaffId): Promise<ClipId> {
  const { old, made } = await db().transaction(async (tx) => {
    const rows = await untouched(tx, [first, second]);
    const [a, b] = rows.map((r) => rangeOf(r));
    if (first === second || rows[0]!.filmId !== rows[1]!.filmId || !a || !b)
      throw new Refusal('not-of-one-film', 'Only two parts of one film can be joined.');
    const range = { from: Math.min(a.from, b.from), to: Math.max(a.to, b.to) };
    return { old: rows, made: await instead(rows, [range], tx, by) };
  });
  return (await done(old, made))[0]!;
}

/**
 * Makes a clip of a part of a film that runs on, where a delivery was not found: beside the clips that are made of it, or in the place of the whole film. Answers it.
 *
 * @param range in seconds of the file
 */
export async function cutOut(id: ClipId, range: Range, by: StaffId): Promise<ClipId> {
  const { old, made } = await db().transaction(async (tx) => {
    const clip = await presentClip(id, tx);
    if (!clip) throw notFound('The clip');
    // One after the other: no two clips of one place.
    await tx.select({ id: films.id }).from(films).where(eq(films.id, clip.filmId)).for('update');
    if (clip.originalGoneAt !== null)
      throw new Refusal('original-gone', `${clip.fileName} cannot be cut any more: ${ORIGINAL_GONE}`, 409);
    const ends = clip.filmSeconds ?? 0;
    if (!isLongFilm(clip)) throw new Refusal('not-long', 'Only of a film that runs on a part is taken out. Cut this one in two.');
    if (range.from >= ends || range.to - range.from > LIMITS.seconds * clip.captureScale)
      throw new Refusal(
        'no-such-part',
        `A part lies within the film, ${Math.round(ends)} s, and lasts at most ${LIMITS.seconds} s.`,
      );
    const others = await tx
      .select({ id: clips.id, from: clips.fromSeconds, to: clips.toSeconds })
      .from(clips)
      .where(eq(clips.filmId, clip.filmId));
    if (others.some((o) => o.from !== null && o.to !== null && o.from < range.to && o.to > range.from))
      throw new Refusal('clip-there', 'There is a clip of this moment already.', 409);
    if (rangeOf(clip) !== null) return { old: [], made: await besides(clip, [range], tx, by) };
    const whole = await untouched(tx, [id]);
    return { old: whole, made: await instead(whole, [range], tx, by) };
  });
  await forgetFilms(old);
  // It is of a long film, and short itself.
  await enqueueClip(made[0]!, false);
  return made[0]!;
}

/** Whether the film of a clip lasts longer than a delivery does. */
export const isLongFilm = (clip: Pick<ClipRow, 'filmSeconds' | 'captureScale'>): boolean =>
  (clip.filmSeconds ?? 0) / clip.captureScale > LIMITS.seconds;
