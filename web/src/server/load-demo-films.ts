import { createHash } from 'node:crypto';
import { copyFile, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { v7 } from 'uuid';
import {
  ageGroupOf,
  defaultSheet,
  isGroundMark,
  pointFrame,
  resolveSheet,
  type Entry,
  type CampId,
  type ChildId,
  type StaffId,
  type CamperId,
  type ClipId,
  type DeliveryId,
} from '@stride-chalk/core';
import { clipsOfBib, DEMO_CLIPS, marksOf, pointsOf, scoresOf, type DemoCamper, type DemoClip } from '@stride-chalk/demo';
import { campById } from './camps.ts';
import { towardsTargetOf } from './clips.ts';
import { indexClip } from './prepare-clip.ts';
import { db } from './db/connect.ts';
import { clips, deliveries, throws } from './db/schema.ts';
import { deliveryWithCamper } from './deliveries.ts';
import { recordEntry } from './entries.ts';
import { compileDraft } from './evaluations.ts';
import { releaseEvaluation } from './release-evaluation.ts';
import { filmWith } from './films.ts';
import { inspectClip } from './intake/inspect.ts';
import { withWorkFolder } from './intake/work-folder.ts';
import { originalPath } from './media.ts';
import { newId } from './new-id.ts';

/** How far the staff have come with each filmed camper when the demo begins. */
const PROGRESS: Readonly<Record<number, 'released' | 'draft' | 'partScored' | 'marked' | 'filmed'>> = {
  27: 'released',
  4: 'draft',
  19: 'partScored',
  31: 'marked',
};

/** The films of one camper, and what the staff have done with them so far. The copies for the bench are made by the queue afterwards. */
export async function loadDemoFilms(
  camper: DemoCamper & { id: CamperId; childId: ChildId; campId: CampId },
  coachId: StaffId,
  firstDay: string,
): Promise<void> {
  const films = clipsOfBib(camper.bib);
  const deliveryIds = camper.film!.faults.map(() => newId<DeliveryId>());
  await db()
    .insert(deliveries)
    .values(
      deliveryIds.map((id, i) => ({
        id,
        camperId: camper.id,
        number: i + 1,
        kind: 'stretch' as const,
        thrownOn: firstDay,
        enteredBy: coachId,
      })),
    );
  await db()
    .insert(throws)
    .values(
      deliveryIds.map((deliveryId) => ({
        id: v7(),
        childId: camper.childId,
        campId: camper.campId,
        day: firstDay,
        kind: 'filming' as const,
        count: 1,
        deliveryId,
        enteredBy: coachId,
      })),
    );
  const clipIds = new Map<string, ClipId>();
  for (const film of films)
    clipIds.set(
      film.fileName,
      await putDemoFilm(film, { deliveryId: deliveryIds[film.delivery]!, hand: camper.hand, by: coachId }),
    );
  const progress = PROGRESS[camper.bib] ?? 'filmed';
  if (progress === 'filmed') return;
  const queue = [...clipIds.values()];
  const worker = async (): Promise<void> => {
    for (let id = queue.shift(); id; id = queue.shift()) await indexClip(id);
  };
  await Promise.all([worker(), worker()]);
  const by = { id: coachId, camp: await campById(camper.campId) };
  const enter = (entry: Entry): Promise<unknown> => recordEntry(v7(), entry, by);
  for (const film of films) {
    const clipId = clipIds.get(film.fileName)!;
    // Of one camper two deliveries are measured, so that there is something to compare.
    const measured = film.delivery === 0 || (progress === 'released' && film.delivery === 2);
    await enterDemoMarks(film, clipId, by, measured);
  }
  if (progress === 'marked') return;
  const asked = resolveSheet(defaultSheet, ageGroupOf(camper.born, firstDay))
    .filter((c) => c.scored)
    .map((c) => c.id);
  for (const [i, deliveryId] of deliveryIds.entries()) {
    if (progress === 'partScored' && i > 0) break;
    for (const { checkpoint, level, faults, note } of scoresOf(camper.bib, i, asked))
      await enter({ kind: 'score', deliveryId, checkpoint, level, faults: [...faults], note });
  }
  if (progress === 'partScored') return;
  const draft = await compileDraft({ camperId: camper.id, by: coachId, instead: null, from: 'levels' });
  if (progress === 'released') await releaseEvaluation(draft.id, coachId);
}

/** What a careful coach marks on a film of the demo, and the points that he places. */
export async function enterDemoMarks(
  film: DemoClip,
  clipId: ClipId,
  by: Parameters<typeof recordEntry>[2],
  measured = true,
): Promise<void> {
  const enter = (entry: Entry): Promise<unknown> => recordEntry(v7(), entry, by);
  const marks = marksOf(film);
  for (const mark of marks) await enter({ kind: 'mark', clipId, ...mark });
  if (!measured) return;
  for (const p of pointsOf(film)) {
    // Cones are marked once a camera position.
    if (film.delivery > 0 && isGroundMark(p.point)) continue;
    const mark = marks.find((m) => m.event === p.event);
    const frame = mark ? pointFrame(mark, p.point) : null;
    await enter({ kind: 'point', clipId, ...p, frame, origin: 'placed', pointSd: 2 });
  }
}

/** One film of the demo as it came; its copy for the bench is made by the queue afterwards. */
export async function putDemoFilm(
  film: Pick<DemoClip, 'fileName' | 'view'>,
  to: { readonly deliveryId: DeliveryId; readonly hand: 'R' | 'L'; readonly by: StaffId },
): Promise<ClipId> {
  const id = newId<ClipId>();
  const path = join(demoClipFolder(), film.fileName);
  const bytes = await readFile(path);
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  await copyFile(path, originalPath(sha256));
  const { codec, width, height, device, recordedAt, seconds, captureScale, captureKnown, long } = await withWorkFolder(
    path,
    inspectClip,
  );
  const { camp } = await deliveryWithCamper(to.deliveryId);
  const filmId = await filmWith(db(), {
    ...{ campId: camp.id, sha256, bytes: bytes.length, enteredBy: to.by },
    ...{ codec, width, height, device, recordedAt, seconds },
  });
  await db()
    .insert(clips)
    .values({
      ...{ id, filmId, deliveryId: to.deliveryId, view: film.view, fileName: film.fileName },
      ...{ captureScale, captureKnown, long },
      ...{ towardsTarget: towardsTargetOf(film.view, to.hand), state: 'checking', enteredBy: to.by },
    });
  return id;
}

function demoClipFolder(): string {
  const folder = process.env.STRIDE_DEMO_CLIPS;
  if (!folder) throw new Error(`STRIDE_DEMO_CLIPS is not set; it names the folder of the ${DEMO_CLIPS.length} demo clips`);
  return folder;
}
