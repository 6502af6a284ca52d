import { readdir } from 'node:fs/promises';
import { and, asc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import {
  sortClips,
  type CameraClip,
  type CameraClock,
  type CameraId,
  type CampId,
  type ClipId,
  type FilmId,
  type SeenSlate,
  type SortedClip,
  type Sorting,
  type ThrowLog,
  type Tray,
  type TrayClip,
  type ViewId,
} from '@stride-chalk/core';
import type { Camp } from '../camps.ts';
import { isBound, isPresent } from '../clips.ts';
import { db } from '../db/connect.ts';
import { campers, clipOrigins, clips, deliveries, films, filmSlates, throws } from '../db/schema.ts';
import { grouped } from '../grouped.ts';
import { mediaFolders } from '../media.ts';
import { camerasOf } from './cameras.ts';
import { filesOf } from './drop-file.ts';
import { originOf } from './origins.ts';
import { roomOf } from './room.ts';
import { thrownLog } from './thrown-log.ts';
import { zoneShifts } from './zone-shift.ts';

/** A clip of the tray as its row has it. */
interface Row {
  readonly id: ClipId;
  readonly filmId: FilmId;
  readonly camera: CameraId;
  readonly recordedAt: Date | null;
  readonly filmSeconds: number | null;
  readonly captureScale: number;
  readonly captureKnown: TrayClip['captureKnown'];
  readonly fromSeconds: number | null;
  readonly toSeconds: number | null;
  readonly bib: number | null;
  readonly view: ViewId | null;
  readonly useless: string | null;
}

/** The clips of a camp that came in folders, sorted or not. */
const rowsOf = (camp: Camp) =>
  db()
    .select({
      ...{ id: clips.id, filmId: clips.filmId, camera: sql<CameraId>`${films.cameraId}`, fileName: clips.fileName },
      ...{ recordedAt: films.recordedAt, filmSeconds: films.seconds, captureScale: clips.captureScale },
      ...{ fromSeconds: clips.fromSeconds, toSeconds: clips.toSeconds, state: clips.state, progress: clips.progress },
      ...{ problem: clips.problem, captureKnown: clips.captureKnown, useless: clips.uselessWhy },
      origin: clipOrigins,
      sha256: films.sha256,
      ...{ deliveryId: clips.deliveryId, view: clips.view, bib: campers.bib, delivery: deliveries.number, throwId: throws.id },
      frames: sql<number | null>`cardinality(${clips.frameTimes})`,
    })
    .from(clips)
    .innerJoin(films, eq(films.id, clips.filmId))
    .leftJoin(clipOrigins, eq(clipOrigins.clipId, clips.id))
    .leftJoin(deliveries, eq(deliveries.id, clips.deliveryId))
    .leftJoin(throws, eq(throws.deliveryId, deliveries.id))
    .leftJoin(campers, eq(campers.id, deliveries.camperId))
    .where(and(eq(films.campId, camp.id), isNotNull(films.cameraId), isPresent))
    .orderBy(asc(films.recordedAt), asc(clips.fromSeconds), asc(clips.id));

/** A film that plays longer than this, in seconds, and may be slow motion most probably is: nobody films a throw for so long. Our own figure, no source. */
const SLOW_FROM = 12;
/** Phones play 240 a second at 30. */
const SLOWEST = 8;

/** How long a clip lasts and when it begins, by the clock of its camera, in milliseconds; null where nothing says so. */
function spanOf(row: Row): { readonly start: number; readonly end: number } | null {
  if (!row.recordedAt) return null;
  const plays = (row.toSeconds ?? row.filmSeconds ?? 0) - (row.fromSeconds ?? 0);
  const scale = row.captureKnown === 'open' && plays > SLOW_FROM ? SLOWEST : row.captureScale;
  const [from, to] = [row.fromSeconds ?? 0, row.toSeconds ?? row.filmSeconds ?? 0];
  const begin = row.recordedAt.getTime();
  return { start: begin + (1000 * from) / scale, end: begin + (1000 * to) / scale };
}

/** What the tray of a camp holds: what came, what each clip most probably shows, and what was said of it. */
export async function trayOf(camp: Camp): Promise<Tray> {
  const [rows, cameras, files, room, log] = await Promise.all([
    rowsOf(camp),
    camerasOf(camp.id),
    filesOf(camp.id),
    roomOf(camp.id),
    thrownLog(camp),
  ]);
  // Only of films that run on there is one.
  const overviews = new Set(
    (await readdir(mediaFolders().overviews)).flatMap((name) => (name.endsWith('.mp4') ? name.slice(0, -4) : [])),
  );
  const slates = await slatesOf(rows.map((r) => r.filmId));
  const { sorted, clocks, shifts } = sortedOf(camp, rows, slates, log);
  const byClock = new Map(clocks.map((c) => [c.camera, c]));
  return {
    cameras: cameras
      .filter((c) => rows.some((r) => r.camera === c.id))
      .map((c) => {
        const clock = byClock.get(c.id);
        return {
          ...{ id: c.id, name: c.name, view: c.view ?? viewOnSlates(c.id, rows, slates) },
          unknown: clock?.unknown ?? null,
          clock:
            clock && clock.unknown === null
              ? { offset: (clock.offsetMs + (shifts.get(c.id) ?? 0)) / 1000, sd: clock.offsetSdMs / 1000 }
              : null,
        };
      })
      .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true })),
    clips: rows.map((row) =>
      trayClipOf(row, sorted.get(row.id), byClock.get(row.camera), shifts.get(row.camera) ?? 0, overviews),
    ),
    files: files.map((f) => ({
      ...{ id: f.id, fileName: f.fileName, folder: f.folder, state: f.state, reason: f.reason, progress: f.progress },
    })),
    room,
  };
}

type ListedRow = Awaited<ReturnType<typeof rowsOf>>[number];

function trayClipOf(
  row: ListedRow,
  sorted: SortedClip | undefined,
  clock: CameraClock | undefined,
  shift: number,
  overviews: ReadonlySet<string>,
): TrayClip {
  const span = spanOf(row);
  const at = span && onServer(span.start + shift, clock);
  const place = sorted?.place ?? null;
  const placeOf = (p: NonNullable<SortedClip['place']>) => ({ bib: p.bib, throwId: p.throwId, number: p.number, key: p.key });
  return {
    ...{ id: row.id, camera: row.camera, film: row.filmId, fileName: row.fileName, at, state: row.state, progress: row.progress },
    ...{ problem: row.problem, captureKnown: row.captureKnown, frames: row.frames, useless: row.useless },
    part: row.fromSeconds === null || row.toSeconds === null ? null : { from: row.fromSeconds, to: row.toSeconds },
    captureScale: row.captureScale,
    overview: overviews.has(row.sha256) ? row.filmSeconds : null,
    origin: row.origin && originOf(row.origin),
    seconds: span && (span.end - span.start) / 1000,
    place: place && placeOf(place),
    probability: sorted?.probability ?? 0,
    others: (sorted?.others ?? []).map((o) => ({ place: o.place && placeOf(o.place), probability: o.probability })),
    why: sorted?.why ?? [],
    bound:
      isBound(row) && row.bib !== null && row.delivery !== null
        ? { bib: row.bib, delivery: row.delivery, view: row.view, throwId: row.throwId }
        : null,
  };
}

const onServer = (at: number, clock: CameraClock | undefined): number =>
  clock && clock.unknown !== 'no-log' ? at + clock.offsetMs + clock.drift * (at - clock.reference) : at;

type Slates = ReadonlyMap<FilmId, ReadonlyArray<typeof filmSlates.$inferSelect>>;

async function slatesOf(filmIds: readonly FilmId[]): Promise<Slates> {
  const rows =
    filmIds.length === 0
      ? []
      : await db()
          .select()
          .from(filmSlates)
          .where(inArray(filmSlates.filmId, [...new Set(filmIds)]))
          .orderBy(asc(filmSlates.seconds));
  return grouped(rows, (r) => r.filmId);
}

/** From where a camera films, as the slates in its films say; null where they do not say it alike. */
function viewOnSlates(camera: CameraId, rows: readonly ListedRow[], slates: Slates): ViewId | null {
  const views = new Set<ViewId>();
  for (const row of rows) {
    if (row.camera !== camera) continue;
    if (row.view) views.add(row.view);
    for (const slate of slates.get(row.filmId) ?? []) if (slate.view) views.add(slate.view);
  }
  return views.size === 1 ? [...views][0]! : null;
}

/** The last sorting of each camp: the tray is asked for at every step of an intake, and hardly any of them changes what is sorted. */
const last = new Map<CampId, { readonly of: string; readonly sorting: Sorting }>();

function sortedOnce(campId: CampId, toSort: readonly CameraClip[], log: ThrowLog): Sorting {
  const of = JSON.stringify([toSort, log]);
  const known = last.get(campId);
  if (known?.of === of) return known.sorting;
  const sorting = sortClips(toSort, log);
  last.set(campId, { of, sorting });
  return sorting;
}

/** What each clip most probably shows. What somebody has said of a clip counts as much as a slate in it; what is set aside is out of it, and so is what does not come from the camp. */
function sortedOf({ id: campId, timeZone }: Camp, rows: readonly ListedRow[], slates: Slates, log: ThrowLog) {
  const known = rows.flatMap((row) => {
    const span = spanOf(row);
    return span && row.useless === null && row.origin === null ? [{ row, ...span }] : [];
  });
  const shifts = zoneShifts(
    known.map(({ row, start }) => ({ camera: row.camera, start })),
    log,
    timeZone,
  );
  const before = new Map<FilmId, number>();
  const clipsToSort = known.map(({ row, start, end }): CameraClip => {
    const shift = shifts.get(row.camera) ?? 0;
    const begin = row.recordedAt!.getTime();
    // A slate is held up before the throw: between the part before and this one too.
    const from = before.get(row.filmId) ?? 0;
    const to = row.toSeconds ?? Number.POSITIVE_INFINITY;
    before.set(row.filmId, to);
    const seen = (slates.get(row.filmId) ?? []).filter((s) => s.seconds >= from && s.seconds < to);
    const read = seen.map(
      (s): SeenSlate => ({
        ...{ bib: s.bib, view: s.view, instant: s.shownAt?.getTime() ?? null },
        at: begin + shift + (1000 * s.seconds) / row.captureScale,
      }),
    );
    const said = row.bib === null ? [] : [{ bib: row.bib, view: row.view, instant: null, at: start + shift }];
    return {
      ...{ id: row.id, camera: row.camera, start: start + shift, end: end + shift, release: null, shows: null },
      slates: said.length > 0 ? said : read,
    };
  });
  const { clips: sorted, clocks } = sortedOnce(campId, clipsToSort, log);
  return { sorted: new Map<string, SortedClip>(sorted.map((c) => [c.id, c])), clocks, shifts };
}
