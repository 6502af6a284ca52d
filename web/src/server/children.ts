import type { CampId, CamperId, StaffId } from '@stride-chalk/core';
import { PassThrough, type Readable } from 'node:stream';
import archiver from 'archiver';
import Papa from 'papaparse';
import { and, desc, eq, getTableColumns, inArray, isNull, ne, or, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import { db, type Executor } from './db/connect.ts';
import {
  agreedLevels,
  campers,
  camps,
  checkIns,
  children,
  clipLooks,
  clipOrigins,
  clips,
  consents,
  deliveries,
  droppedFiles,
  entries,
  erasures,
  eveningLevels,
  evaluations,
  films,
  filmSlates,
  formerDrafts,
  lateArrivals,
  limitOverrides,
  marks,
  messages,
  moundTaps,
  planSessions,
  points,
  practiceClips,
  practiceScores,
  proposedJoints,
  proposedMarks,
  referenceLevels,
  refilms,
  refusals,
  scores,
  scoringTasks,
  sittings,
  soreArms,
  staff,
  strokes,
  throws,
} from './db/schema.ts';
import { dropWorkOn } from './clip-work.ts';
import { forgetFilms, forgetPicture } from './film-files.ts';
import { dropFilmsWithoutClips } from './films.ts';
import { rangeOf } from './intake/range.ts';
import { benchPath, originalPath, picturePath } from './media.ts';
import { forgetUploads } from './uploads.ts';
import { notFound } from './refusal.ts';

/** Every row that a camp keeps about one of its campers, by table. What other camps of the organisation keep of the same child is theirs. */
async function everythingOf(camperId: CamperId, via: Executor = db()) {
  const own = await via.select().from(campers).where(eq(campers.id, camperId));
  if (own.length === 0) throw notFound('The camper');
  const { campId, childId } = own[0]!;
  const camperIds = [camperId];
  const thrown = await via.select().from(deliveries).where(inArray(deliveries.camperId, camperIds));
  const deliveryIds = thrown.map((d) => d.id);
  const none = deliveryIds.length === 0;
  // Still to be sorted, and with no other slate in it than his: that is his too.
  const onSlate = sql`${clips.deliveryId} is null and ${clips.filmId} in (select s.film_id from film_slates s join films f on f.id = s.film_id
    where f.camp_id = ${campId} and s.bib is not null group by s.film_id having bool_and(s.bib = ${own[0]!.bib}))`;
  const ofDeliveries = await via
    .select()
    .from(clips)
    .where(none ? onSlate : or(inArray(clips.deliveryId, deliveryIds), onSlate));
  const clipIds = ofDeliveries.map((c) => c.id);
  const filmIds = [...new Set(ofDeliveries.map((c) => c.filmId))];
  const noFilm = clipIds.length === 0;
  // A practice clip goes with the child, and with it what the staff have scored on it.
  const practice = none ? [] : await via.select().from(practiceClips).where(inArray(practiceClips.deliveryId, deliveryIds));
  const practiceIds = practice.map((p) => p.id);
  const sat = practiceIds.length === 0 ? [] : await via.select().from(sittings).where(inArray(sittings.clipId, practiceIds));
  const sittingIds = sat.map((s) => s.id);
  const ofArm = (table: typeof throws | typeof soreArms | typeof limitOverrides | typeof messages) =>
    and(eq(table.childId, childId), eq(table.campId, campId));
  return {
    camps: await via
      .select({ id: camps.id, name: camps.name, place: camps.place, firstDay: camps.firstDay, lastDay: camps.lastDay })
      .from(camps)
      .where(eq(camps.id, campId)),
    campers: own,
    deliveries: thrown,
    films: noFilm ? [] : await via.select().from(films).where(inArray(films.id, filmIds)),
    filmSlates: noFilm ? [] : await via.select().from(filmSlates).where(inArray(filmSlates.filmId, filmIds)),
    droppedFiles: noFilm ? [] : await via.select().from(droppedFiles).where(inArray(droppedFiles.filmId, filmIds)),
    clips: ofDeliveries,
    clipOrigins: noFilm ? [] : await via.select().from(clipOrigins).where(inArray(clipOrigins.clipId, clipIds)),
    refilms: await via.select().from(refilms).where(inArray(refilms.camperId, camperIds)),
    clipLooks: noFilm ? [] : await via.select().from(clipLooks).where(inArray(clipLooks.clipId, clipIds)),
    proposedMarks: noFilm ? [] : await via.select().from(proposedMarks).where(inArray(proposedMarks.clipId, clipIds)),
    proposedJoints: noFilm ? [] : await via.select().from(proposedJoints).where(inArray(proposedJoints.clipId, clipIds)),
    marks: noFilm ? [] : await via.select().from(marks).where(inArray(marks.clipId, clipIds)),
    points: noFilm ? [] : await via.select().from(points).where(inArray(points.clipId, clipIds)),
    strokes: noFilm ? [] : await via.select().from(strokes).where(inArray(strokes.clipId, clipIds)),
    scores: none ? [] : await via.select().from(scores).where(inArray(scores.deliveryId, deliveryIds)),
    practiceClips: practice,
    referenceLevels:
      practiceIds.length === 0
        ? []
        : await via.select().from(referenceLevels).where(inArray(referenceLevels.clipId, practiceIds)),
    sittings: sat,
    practiceScores:
      sittingIds.length === 0 ? [] : await via.select().from(practiceScores).where(inArray(practiceScores.sittingId, sittingIds)),
    eveningLevels: none ? [] : await via.select().from(eveningLevels).where(inArray(eveningLevels.deliveryId, deliveryIds)),
    agreedLevels: none ? [] : await via.select().from(agreedLevels).where(inArray(agreedLevels.deliveryId, deliveryIds)),
    refusals: none ? [] : await via.select().from(refusals).where(inArray(refusals.deliveryId, deliveryIds)),
    entries: await via
      .select()
      .from(entries)
      .where(ofChild(camperIds, clipIds, [...deliveryIds, ...sittingIds])),
    consents: await via.select().from(consents).where(inArray(consents.camperId, camperIds)),
    evaluations: await via.select().from(evaluations).where(inArray(evaluations.camperId, camperIds)),
    formerDrafts: await via.select().from(formerDrafts).where(inArray(formerDrafts.camperId, camperIds)),
    checkIns: await via.select().from(checkIns).where(inArray(checkIns.camperId, camperIds)),
    throws: await via.select().from(throws).where(ofArm(throws)),
    moundTaps: await via
      .select(getTableColumns(moundTaps))
      .from(moundTaps)
      .innerJoin(throws, eq(throws.id, moundTaps.throwId))
      .where(ofArm(throws)),
    soreArms: await via.select().from(soreArms).where(ofArm(soreArms)),
    limitOverrides: await via.select().from(limitOverrides).where(ofArm(limitOverrides)),
    messages: await via.select().from(messages).where(ofArm(messages)),
    planSessions: await via.select().from(planSessions).where(inArray(planSessions.camperId, camperIds)),
    scoringTasks: await via.select().from(scoringTasks).where(inArray(scoringTasks.camperId, camperIds)),
    lateArrivals: await via.select().from(lateArrivals).where(inArray(lateArrivals.camperId, camperIds)),
  };
}

/** The clips with the bytes that they were made of. */
function filesOf({ clips: made, films: came }: Awaited<ReturnType<typeof everythingOf>>) {
  const bytes = new Map(came.map((f) => [f.id, f.sha256]));
  return made.map((c) => ({ id: c.id, sha256: bytes.get(c.filmId)! }));
}

const ofChild = (camperIds: readonly string[], clipIds: readonly string[], deliveryIds: readonly string[]) =>
  sql`(${entries.body}->>'camperId' = any(${sql.param([...camperIds])}::text[]) or ${entries.body}->>'clipId' = any(${sql.param([...clipIds])}::text[]) or ${entries.body}->>'deliveryId' = any(${sql.param([...deliveryIds])}::text[]))`;

const readMe = (
  name: string,
  camp: string,
): string => `Everything that ${camp} keeps about ${name} in Stride Chalk, written on ${new Date().toISOString()}.

everything.json  every row, by table
tables/          the same tables as CSV (UTF-8, RFC 4180)
evaluations/     what was handed out, as JSON
films/           the films as they came; of a film in which others are filmed too, the part that shows this child
pictures/        freeze frames of released evaluations

Other camps keep what is theirs: ask each of them.
Times are UTC, days are days of the camp, lengths and units stand in the column names.
`;

/**
 * Everything that a camp keeps about one of its campers as a ZIP in open formats: a JSON file with every row, the same as CSV tables, the evaluations as
 * JSON, the films as they came, the pictures as JPEG. It is written while it is read.
 */
export async function exportCamper(camperId: CamperId): Promise<{ readonly fileName: string; readonly body: Readable }> {
  const all = await everythingOf(camperId);
  const zip = archiver('zip', { zlib: { level: 6 } });
  const body = new PassThrough();
  zip.on('error', (error) => body.destroy(error));
  zip.pipe(body);
  const bib = all.campers[0]!.bib;
  zip.append(readMe(all.campers[0]!.name, all.camps[0]!.name), { name: 'READ-ME.txt' });
  zip.append(JSON.stringify(all, null, 2), { name: 'everything.json' });
  for (const [table, rows] of Object.entries(all))
    if (rows.length > 0)
      zip.append(Papa.unparse((rows as Record<string, unknown>[]).map(flat), { escapeFormulae: true }), {
        name: `tables/${table}.csv`,
      });
  for (const e of all.evaluations)
    zip.append(
      JSON.stringify({ version: e.version, releasedAt: e.releasedAt, document: e.document, shown: e.snapshot }, null, 2),
      { name: `evaluations/version-${e.version}-${e.id}.json` },
    );
  const filmOf = new Map(all.films.map((f) => [f.id, f]));
  for (const c of all.clips) {
    const { sha256 } = filmOf.get(c.filmId)!;
    const name = c.fileName.replace(/[^\w.-]+/g, '_');
    // In the rest of a film that runs on are other children.
    if (rangeOf(c) === null) zip.file(originalPath(sha256), { name: `films/${c.id}-${c.view}-${name}` });
    else if (c.state === 'ready') zip.file(benchPath(c.id), { name: `films/${c.id}-${c.view}-part-of-${name}.mp4` });
  }
  for (const sha256 of new Set(all.evaluations.flatMap((e) => Object.values(e.pictures))))
    zip.file(picturePath(sha256), { name: `pictures/${sha256}.jpg` });
  void zip.finalize();
  return { fileName: `bib-${bib}-everything.zip`, body };
}

const flat = (row: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(row).map(([k, v]) => [
      k,
      v instanceof Date ? v.toISOString() : typeof v === 'object' && v !== null ? JSON.stringify(v) : v,
    ]),
  );

/** Every erasure at a camp so far, the newest first; nobody is named but who did it. */
export const erasuresSoFar = (campId: CampId) =>
  db()
    .select({ erasedAt: erasures.erasedAt, reason: erasures.reason, removed: erasures.removed, by: staff.name })
    .from(erasures)
    .innerJoin(staff, eq(staff.id, erasures.erasedBy))
    .where(eq(erasures.campId, campId))
    .orderBy(desc(erasures.erasedAt));

export type ErasureReason = (typeof erasures.$inferSelect)['reason'];

/**
 * Erases everything that a camp keeps about one of its campers: rows, films, copies, frames, pictures, messages, jobs. The act is recorded
 * with its reason and the number of rows and files, without the name. Rows go all or none; the files follow. What other camps keep is theirs; a sore arm
 * that nobody has lifted goes on to the child's other camp, so that it still stops the throws there.
 */
export async function eraseCamper(
  camperId: CamperId,
  reason: ErasureReason,
  by: StaffId,
): Promise<Readonly<Record<string, number>>> {
  const { campId, removed, gone, pictures } = await db().transaction(async (tx) => {
    const all = await everythingOf(camperId, tx);
    const { childId, campId } = all.campers[0]!;
    const camperIds = [camperId];
    const [elsewhere] = await tx
      .select({ campId: campers.campId })
      .from(campers)
      .where(and(eq(campers.childId, childId), ne(campers.id, camperId)))
      .orderBy(desc(campers.enteredAt))
      .limit(1);
    const deliveryIds = all.deliveries.map((d) => d.id);
    const clipIds = all.clips.map((c) => c.id);
    const practiceIds = all.practiceClips.map((p) => p.id);
    const sittingIds = all.sittings.map((s) => s.id);
    const counted = Object.fromEntries(
      Object.entries(all)
        .filter(([table, rows]) => table !== 'camps' && rows.length > 0)
        .map(([table, rows]) => [table, rows.length]),
    );
    const id = v7();
    await tx.insert(erasures).values({ id, campId, reason, removed: counted, erasedBy: by });
    // Opens the released evaluations of this transaction, and of no other.
    await tx.execute(sql`select set_config('stride_chalk.erasure', ${id}, true)`);
    await tx.delete(planSessions).where(inArray(planSessions.camperId, camperIds));
    await tx.delete(scoringTasks).where(inArray(scoringTasks.camperId, camperIds));
    await tx.delete(lateArrivals).where(inArray(lateArrivals.camperId, camperIds));
    await tx.delete(refilms).where(inArray(refilms.camperId, camperIds));
    if (elsewhere)
      await tx
        .update(soreArms)
        .set({ campId: elsewhere.campId })
        .where(and(eq(soreArms.childId, childId), eq(soreArms.campId, campId), isNull(soreArms.liftedAt)));
    for (const table of [messages, throws, limitOverrides, soreArms])
      await tx.delete(table).where(and(eq(table.childId, childId), eq(table.campId, campId)));
    await tx.delete(checkIns).where(inArray(checkIns.camperId, camperIds));
    await tx.delete(evaluations).where(inArray(evaluations.camperId, camperIds));
    await tx.delete(formerDrafts).where(inArray(formerDrafts.camperId, camperIds));
    await tx.delete(entries).where(ofChild(camperIds, clipIds, [...deliveryIds, ...sittingIds]));
    if (sittingIds.length > 0) await tx.delete(practiceScores).where(inArray(practiceScores.sittingId, sittingIds));
    if (practiceIds.length > 0) {
      await tx.delete(sittings).where(inArray(sittings.clipId, practiceIds));
      await tx.delete(referenceLevels).where(inArray(referenceLevels.clipId, practiceIds));
      await tx.delete(practiceClips).where(inArray(practiceClips.id, practiceIds));
    }
    if (deliveryIds.length > 0) {
      await tx.delete(eveningLevels).where(inArray(eveningLevels.deliveryId, deliveryIds));
      await tx.delete(agreedLevels).where(inArray(agreedLevels.deliveryId, deliveryIds));
      await tx.delete(scores).where(inArray(scores.deliveryId, deliveryIds));
      await tx.delete(refusals).where(inArray(refusals.deliveryId, deliveryIds));
    }
    if (clipIds.length > 0) {
      await dropWorkOn(clipIds, tx);
      // What the computer has found goes with it.
      await tx.delete(clipLooks).where(inArray(clipLooks.clipId, clipIds));
      await tx.delete(clips).where(inArray(clips.id, clipIds));
      for (const { sha256 } of all.films) await dropFilmsWithoutClips(tx, { sha256 });
      // Clips of others are left of a film that runs on: those stay, and the film as it came, in which he is, goes.
      await tx
        .update(films)
        .set({ originalGoneAt: new Date() })
        .where(
          inArray(
            films.id,
            all.clips.filter((c) => rangeOf(c) !== null).map((c) => c.filmId),
          ),
        );
      // What a file was called can name the child.
      const came = all.droppedFiles.map((f) => f.id);
      if (came.length > 0) await tx.delete(droppedFiles).where(inArray(droppedFiles.id, came));
      await tx.execute(sql`delete from pgboss.job where data->>'clipId' = any(${sql.param(clipIds)}::text[])`);
      await tx.execute(sql`delete from pgboss.archive where data->>'clipId' = any(${sql.param(clipIds)}::text[])`);
    }
    if (deliveryIds.length > 0) await tx.delete(deliveries).where(inArray(deliveries.id, deliveryIds));
    await tx.delete(consents).where(inArray(consents.camperId, camperIds));
    await tx.delete(campers).where(eq(campers.id, camperId));
    if (!elsewhere) await tx.delete(children).where(eq(children.id, childId));
    const pictures = [...new Set(all.evaluations.flatMap((e) => Object.values(e.pictures)))];
    const result = { ...counted, films: all.films.length };
    await tx.update(erasures).set({ removed: result }).where(eq(erasures.id, id));
    return { campId, removed: result, gone: filesOf(all), pictures };
  });
  await forgetFilms(gone);
  await forgetUploads(campId, camperId);
  for (const sha256 of pictures) await forgetPicture(sha256);
  return removed;
}
