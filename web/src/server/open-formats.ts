import { asc, eq } from 'drizzle-orm';
import Papa from 'papaparse';
import {
  chaptersVtt,
  cocoKeypoints,
  FIGURE_COLUMNS,
  figureFile,
  figureRecord,
  isGroundMark,
  isStale,
  wasSeen,
  type CamperId,
  type ClipId,
  type CocoKeypoints,
  type EventId,
  type FigureFile,
  type JointsOfFrame,
} from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import { camperById } from './campers.ts';
import { timedClipsOf } from './clips.ts';
import { db } from './db/connect.ts';
import { clips, marks } from './db/schema.ts';
import { deliveriesOf } from './deliveries.ts';
import { figuresOfDelivery } from './figures.ts';
import { notFound } from './refusal.ts';

/** Every figure that is measured of a camper, as a file: nothing that rests on a guess. */
export async function figuresFile(camperId: CamperId): Promise<FigureFile> {
  const [{ camp, camper }, rows, set] = await Promise.all([camperById(camperId), deliveriesOf(camperId), benchSet(camperId)]);
  const feet = camp.distances[camper.ageGroup] ?? null;
  return figureFile(
    rows.flatMap(({ id, number, thrownOn, kind }) =>
      [...figuresOfDelivery(set, id, feet).measured].map(([figure, estimate]) =>
        figureRecord({ bib: camper.bib, delivery: number, thrownOn, kind }, figure, estimate),
      ),
    ),
  );
}

/** The same as a table in long form, one row a figure and delivery. */
export const figuresCsv = async (camperId: CamperId): Promise<string> =>
  Papa.unparse([...(await figuresFile(camperId)).records], {
    columns: [...FIGURE_COLUMNS],
    escapeFormulae: true,
    newline: '\r\n',
  });

/** The joints of a camper that somebody has placed or confirmed, frame by frame, as COCO keypoints. */
export async function jointsFile(camperId: CamperId): Promise<CocoKeypoints> {
  const [{ camper }, set] = await Promise.all([camperById(camperId), benchSet(camperId)]);
  const frames = set.clips.flatMap((clip) => {
    const own = set.marks.filter((m) => m.clipId === clip.id);
    // A cone is no joint: it would stand in the box of the child.
    const seen = set.points.filter(
      (p) => p.clipId === clip.id && p.frame !== null && wasSeen(p.origin) && !isStale(p, own) && !isGroundMark(p.point),
    );
    return [...new Set(seen.map((p) => p.frame!))]
      .sort((a, b) => a - b)
      .map(
        (frame): JointsOfFrame => ({
          fileName: `${clip.id}-${frame}.jpg`,
          width: clip.width,
          height: clip.height,
          points: Object.fromEntries(seen.filter((p) => p.frame === frame).map((p) => [p.point, { x: p.x, y: p.y }])),
        }),
      );
  });
  return cocoKeypoints(frames, camper.hand);
}

/** The key frames of a film as chapters beside it. A film whose frames are not counted yet is refused: nobody knows when its key frames are. */
export async function chaptersOf(clipId: ClipId): Promise<string> {
  const [row] = await db().select({ deliveryId: clips.deliveryId }).from(clips).where(eq(clips.id, clipId));
  const film = row?.deliveryId ? (await timedClipsOf([row.deliveryId])).find((c) => c.id === clipId) : undefined;
  if (!film?.frameTimes) throw notFound('The film, with its frames counted,');
  const own = await db().select().from(marks).where(eq(marks.clipId, clipId)).orderBy(asc(marks.frame));
  const times = film.frameTimes;
  const last = times.at(-1)!;
  return chaptersVtt(
    own.map((m) => ({ event: m.event as EventId, frame: m.frame })),
    times,
    times.length > 1 ? last + (last - times[0]!) / (times.length - 1) : last,
  );
}
