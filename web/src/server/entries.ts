import { and, eq, ne, sql } from 'drizzle-orm';
import {
  enteredInstant,
  entrySchema,
  entryTarget,
  MOST_STROKES,
  orderProblems,
  type Entry,
  type EventId,
  type Recorded,
  type ClipId,
  type StaffId,
} from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { presentClip } from './clips.ts';
import { db, pool, type Executor } from './db/connect.ts';
import { entries, marks, points, practiceScores, scores, staff, strokes } from './db/schema.ts';
import { requireInCamp } from './in-camp.ts';
import { practiceFilmOf } from './practice-clips.ts';
import { idTaken, notFound, Refusal } from './refusal.ts';
import { offSheet } from './off-sheet.ts';
import { openSitting } from './sittings.ts';

/** Who enters something, and at which camp. */
export interface AtTheBench {
  readonly id: StaffId;
  readonly camp: Pick<Camp, 'id' | 'organisationId' | 'sheetId' | 'sheet' | 'timeZone'>;
}

/**
 * Records one entry and applies it, both or neither. A repeated send of the same entry changes nothing; an entry that was made
 * before one already there about the same thing is recorded and not applied. Its place is found by `place_entry` in the database: two entries of
 * one hand within five seconds keep the order in which they were made, whatever the network did.
 *
 * @param madeAt when it was made, by the clock of the server
 * @throws Refusal for what does not belong to the camp, or is not as the sheet or the film has it
 */
export async function recordEntry(
  id: string,
  entry: Entry,
  by: AtTheBench,
  madeAt = enteredInstant({ id, sentAt: null, ahead: null, now: Date.now() }),
): Promise<Recorded> {
  const target = entryTarget(entry, by.id);
  const wrong = entry.kind === 'score' ? offSheet(entry, by.camp.sheet) : null;
  if (wrong) {
    // Taken under the version of the sheet that was in force, and sent again because the answer was lost: it is there.
    const there = await db().$count(entries, and(eq(entries.id, id), eq(entries.target, target), eq(entries.enteredBy, by.id)));
    if (there > 0) return { applied: true, stands: null };
    throw wrong;
  }
  const own = [id, target, JSON.stringify(entry), by.id, new Date(madeAt).toISOString()] as const;
  const { outcome, stands } =
    entry.kind === 'score'
      ? await enterLevel(own, entry, by)
      : entry.kind === 'point'
        ? await enterPoint(own, entry, by)
        : await enterInSteps(own, entry, by);
  if (outcome === 'taken') throw idTaken();
  return { applied: outcome !== 'older', stands: stands ? await standing(stands) : null };
}

async function standing(id: string): Promise<Recorded['stands']> {
  const [row] = await db()
    .select({ body: entries.body, by: staff.name })
    .from(entries)
    .innerJoin(staff, eq(staff.id, entries.enteredBy))
    .where(eq(entries.id, id));
  return row ? { entry: entrySchema.parse(row.body), by: row.by } : null;
}

/** What `place_entry` is told: id, target, body, who, when made. */
type Own = readonly [id: string, target: string, body: string, by: StaffId, madeAt: string];
interface Placed {
  readonly outcome: 'newest' | 'older' | 'repeated' | 'taken';
  /** The entry that holds instead. */
  readonly stands: string | null;
}

/**
 * Places an entry and writes what comes of it in one statement, prepared once a connection: with every level and every point a question more to the
 * database would be the larger part of the work (`npm run load -w bench`). For writing only: the statement does not see what one before it, for
 * which it waits, has written; an INSERT that meets it does.
 *
 * @param here the id of what the entry is about, if it is at the camp
 * @param write an INSERT from `here` and `placed`
 */
const inOneStatement = (name: string, here: string, write: string) => {
  const text = `with here as (${here}),
    placed as (select p.* from here, place_entry($1::uuid, $2::text, $3::jsonb, $4::uuid, $5::timestamptz) p),
    written as (${write})
    select outcome, stands from placed`;
  return async (own: Own, ...more: unknown[]): Promise<Placed | undefined> =>
    (await pool().query<Placed>({ name, text, values: [...own, ...more] })).rows[0];
};

const placeLevel = inOneStatement(
  'enter_level',
  'select d.id from deliveries d join campers c on c.id = d.camper_id where d.id = $6::uuid and c.camp_id = $7::uuid',
  `insert into scores (delivery_id, checkpoint, coach_id, sheet_id, level, faults, note, entry_id, entered_by)
   select here.id, $8::text, $4, $9::uuid, $10::text, $11::text[], $12::text, $1, $4 from here, placed where outcome = 'newest'
   on conflict (delivery_id, checkpoint, coach_id) do update set sheet_id = excluded.sheet_id, level = excluded.level,
     faults = excluded.faults, note = excluded.note, entry_id = excluded.entry_id, entered_by = excluded.entered_by, entered_at = now()`,
);

async function enterLevel(own: Own, entry: Extract<Entry, { kind: 'score' }>, { camp }: AtTheBench): Promise<Placed> {
  const { deliveryId, checkpoint, level, faults, note } = entry;
  const placed = await placeLevel(own, deliveryId, camp.id, checkpoint, camp.sheetId, level, faults, note);
  if (placed) return placed;
  const sitting = await openSitting(camp, own[3], deliveryId);
  const practised = sitting && (await placePractice(own, sitting.id, checkpoint, level, faults, note));
  if (!practised) throw notFound('The delivery');
  return practised;
}

/** A level on a practice clip: it counts for no child. */
const placePractice = inOneStatement(
  'enter_practice',
  'select s.id from sittings s where s.id = $6::uuid and s.finished_at is null',
  `insert into practice_scores (sitting_id, checkpoint, level, faults, note, entry_id, entered_by)
   select here.id, $7::text, $8::text, $9::text[], $10::text, $1, $4 from here, placed where outcome = 'newest'
   on conflict (sitting_id, checkpoint) do update set level = excluded.level, faults = excluded.faults, note = excluded.note,
     entry_id = excluded.entry_id, entered_at = now()`,
);

const placePoint = inOneStatement(
  'enter_point',
  `select k.id from clips k join deliveries d on d.id = k.delivery_id join campers c on c.id = d.camper_id
   where k.id = $6::uuid and c.camp_id = $7::uuid and k.removed_at is null and k.hidden_at is null and k.frame_times is not null`,
  `insert into points (clip_id, event, point, x, y, point_sd, frame, origin, entry_id, entered_by)
   select here.id, $8::text, $9::text, $10::float8, $11::float8, $12::real, $13::int, $14::text, $1, $4 from here, placed where outcome = 'newest'
   on conflict (clip_id, event, point) do update set x = excluded.x, y = excluded.y, point_sd = excluded.point_sd, frame = excluded.frame,
     origin = excluded.origin, entry_id = excluded.entry_id, entered_by = excluded.entered_by, entered_at = now()`,
);

async function enterPoint(own: Own, entry: Extract<Entry, { kind: 'point' }>, { camp }: AtTheBench): Promise<Placed> {
  const { clipId, event, point, x, y, pointSd, frame, origin } = entry;
  const placed = await placePoint(own, clipId, camp.id, event, point, x, y, pointSd, frame, origin);
  if (placed) return placed;
  // Which of the two it was: not at the camp, or without a frame.
  await requireOwnFilm(clipId, camp);
  throw noFrame(0);
}

/** What looks at other rows, or takes some away, does so after the entry has its place. */
async function enterInSteps(own: Own, entry: InSteps, { id, camp }: AtTheBench): Promise<Placed> {
  if (entry.kind !== 'unscore') await requireOwnFilm(entry.clipId, camp);
  else if ((await openSitting(camp, id, entry.deliveryId)) === null) await requireInCamp('delivery', entry.deliveryId, camp.id);
  return db().transaction(async (tx) => {
    const [entryId, target, body, , madeAt] = own;
    const { rows } = await tx.execute<{ outcome: Placed['outcome']; stands: string | null }>(
      sql`select outcome, stands from place_entry(${entryId}::uuid, ${target}, ${body}::jsonb, ${id}::uuid, ${madeAt}::timestamptz)`,
    );
    const placed = rows[0]!;
    if (placed.outcome === 'newest') await apply(tx, entryId, entry, id);
    return placed;
  });
}

/** Key frames and points belong to films of the camp. Those of a practice clip from elsewhere are set. */
async function requireOwnFilm(clipId: ClipId, camp: AtTheBench['camp']): Promise<void> {
  if (await practiceFilmOf(clipId, camp).then((child) => child !== null && child.campId !== camp.id))
    throw new Refusal(
      'key-frames-set',
      'The key frames of this film are set, and nothing is measured on it: only its levels are asked.',
      409,
    );
  await requireInCamp('clip', clipId, camp.id);
}

type InSteps = Exclude<Entry, { kind: 'score' | 'point' }>;

async function apply(tx: Executor, entryId: string, entry: InSteps, enteredBy: StaffId): Promise<void> {
  switch (entry.kind) {
    case 'mark': {
      await requireFrame(tx, entry.clipId, entry.frameTo ?? entry.frame);
      await requireOrder(tx, entry);
      const { clipId, event, frame, frameTo, origin = 'placed', spread = null } = entry;
      const how = { frame, frameTo, origin, spread: origin === 'confirmed' ? spread : null };
      const when = { coachSpread: await spreadOfCoaches(tx, entry, enteredBy), entryId, enteredBy, enteredAt: new Date() };
      await tx
        .insert(marks)
        .values({ clipId, event, ...how, ...when })
        .onConflictDoUpdate({ target: [marks.clipId, marks.event], set: { ...how, ...when } });
      return;
    }
    case 'unmark':
      await tx.delete(marks).where(and(eq(marks.clipId, entry.clipId), eq(marks.event, entry.event)));
      return;
    case 'unpoint':
      await tx
        .delete(points)
        .where(and(eq(points.clipId, entry.clipId), eq(points.event, entry.event), eq(points.point, entry.point)));
      return;
    case 'stroke':
      return applyStroke(tx, entryId, entry, enteredBy);
    case 'unstroke':
      await tx.delete(strokes).where(and(eq(strokes.clipId, entry.clipId), eq(strokes.stroke, entry.stroke)));
      return;
    case 'unscore':
      await tx
        .delete(practiceScores)
        .where(
          and(
            sql`${practiceScores.sittingId} = ${entry.deliveryId}`,
            eq(practiceScores.checkpoint, entry.checkpoint),
            eq(practiceScores.enteredBy, enteredBy),
          ),
        );
      await tx
        .delete(scores)
        .where(
          and(eq(scores.deliveryId, entry.deliveryId), eq(scores.checkpoint, entry.checkpoint), eq(scores.coachId, enteredBy)),
        );
  }
}

/** A drawing takes its place on its frame, inside of the film; one that is on another film keeps its id. */
async function applyStroke(
  tx: Executor,
  entryId: string,
  entry: Extract<Entry, { kind: 'stroke' }>,
  enteredBy: StaffId,
): Promise<void> {
  const { clipId, frame, stroke } = entry;
  const { width, height } = await requireFrame(tx, clipId, frame);
  if (entry.points.some((p) => p.x < 0 || p.y < 0 || p.x > width || p.y > height))
    throw new Refusal('outside-film', `A drawing lies inside of its film, which is ${width} by ${height} pixels.`);
  const there = await tx.$count(strokes, and(eq(strokes.clipId, clipId), eq(strokes.frame, frame), ne(strokes.stroke, stroke)));
  if (there >= MOST_STROKES)
    throw new Refusal('too-many-drawings', `Frame ${frame} has ${there} drawings: take one off before you draw another.`, 409);
  const drawn = { frame, shape: entry.shape, points: entry.points, text: entry.text };
  const when = { entryId, enteredBy, enteredAt: new Date() };
  const written = await tx
    .insert(strokes)
    .values({ stroke, clipId, ...drawn, ...when })
    .onConflictDoUpdate({ target: strokes.stroke, set: { ...drawn, ...when }, setWhere: eq(strokes.clipId, clipId) })
    .returning({ stroke: strokes.stroke });
  if (written.length === 0) throw idTaken();
}

/** How far apart people have marked a key frame: the standard deviation of the last frames of each, this one's too; null where nobody else has. */
async function spreadOfCoaches(tx: Executor, entry: Extract<Entry, { kind: 'mark' }>, by: StaffId): Promise<number | null> {
  const { rows } = await tx.execute<{ middle: number }>(sql`
    select distinct on (entered_by) ((body->>'frame')::float8 + coalesce(body->>'frameTo', body->>'frame')::float8) / 2 as middle
    from entries where target = ${entryTarget(entry, by)} and body->>'kind' = 'mark' and entered_by <> ${by}
    order by entered_by, made_at desc, id desc`);
  if (rows.length === 0) return null;
  const frames = [(entry.frame + (entry.frameTo ?? entry.frame)) / 2, ...rows.map((r) => r.middle)];
  const mean = frames.reduce((sum, f) => sum + f, 0) / frames.length;
  return Math.sqrt(frames.reduce((sum, f) => sum + (f - mean) ** 2, 0) / (frames.length - 1));
}

async function requireFrame(tx: Executor, clipId: ClipId, frame: number): Promise<{ width: number; height: number }> {
  const clip = await presentClip(clipId, tx);
  if (!clip) throw notFound('The clip');
  if (!clip.frameTimes || frame >= clip.frameTimes.length) throw noFrame(frame);
  return clip;
}

const noFrame = (frame: number): Refusal => new Refusal('no-such-frame', `The clip has no frame ${frame}.`);

/** A broken order is refused with the words that name both events; the two orders that are findings pass. */
async function requireOrder(tx: Executor, entry: Extract<Entry, { kind: 'mark' }>): Promise<void> {
  const others = await tx.select().from(marks).where(eq(marks.clipId, entry.clipId));
  const all = [...others.filter((m) => m.event !== entry.event).map((m) => ({ ...m, event: m.event as EventId })), entry];
  const problem = orderProblems(all).find((p) => p.earlier === entry.event || p.later === entry.event);
  if (problem) throw new Refusal('key-frame-order', problem.message);
}
