import { inArray } from 'drizzle-orm';
import type { ClipId, StaffId } from '@stride-chalk/core';
import { presentClip, type ClipRow } from '../clips.ts';
import { db, type Executor } from '../db/connect.ts';
import { clips, marks, points } from '../db/schema.ts';
import { forgetFilms } from '../film-files.ts';
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
  const { filmId, fileName, captureScale, captureKnown, scaledBy, scaledAt, long } = old[0]!;
  const facts = { filmId, fileName, captureScale, captureKnown, scaledBy, scaledAt, long, enteredBy: by };
  const made = ranges.map(({ from, to }) => ({
    ...{ ...facts, id: newId<ClipId>(), fromSeconds: from, toSeconds: to },
    state: 'checking' as const,
  }));
  await tx.insert(clips).values(made);
  await sameOrigin(
    tx,
    old[0]!.id,
    made.map((m) => m.id),
  );
  await tx.delete(clips).where(
    inArray(
      clips.id,
      old.map((c) => c.id),
    ),
  );
  return made.map((m) => m.id);
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
