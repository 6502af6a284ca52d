import type {
  CameraId,
  CampId,
  CamperId,
  ClipId,
  DeliveryId,
  DroppedFileId,
  EvaluationId,
  PracticeClipId,
  SittingId,
  StaffId,
} from '@stride-chalk/core';
import { and, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { isPresent } from './clips.ts';
import { db } from './db/connect.ts';
import {
  agreedLevels,
  cameras,
  campers,
  camps,
  campStaff,
  clips,
  deliveries,
  droppedFiles,
  evaluations,
  eveningRounds,
  films,
  practiceClips,
  refilms,
  refusals,
  sittings,
} from './db/schema.ts';
import { notFound } from './refusal.ts';

const NOUNS = {
  camper: (id: CamperId, campId: CampId) =>
    db()
      .select({ id: campers.id })
      .from(campers)
      .where(and(eq(campers.id, id), eq(campers.campId, campId))),
  delivery: (id: DeliveryId, campId: CampId) =>
    db()
      .select({ id: campers.id })
      .from(deliveries)
      .innerJoin(campers, eq(campers.id, deliveries.camperId))
      .where(and(eq(deliveries.id, id), eq(campers.campId, campId))),
  clip: (id: ClipId, campId: CampId) =>
    db()
      .select({ id: campers.id })
      .from(clips)
      .innerJoin(deliveries, eq(deliveries.id, clips.deliveryId))
      .innerJoin(campers, eq(campers.id, deliveries.camperId))
      .where(and(eq(clips.id, id), eq(campers.campId, campId), isPresent)),
  /** A film that was removed and can still be put back. */
  removedClip: (id: ClipId, campId: CampId) =>
    db()
      .select({ id: campers.id })
      .from(clips)
      .innerJoin(deliveries, eq(deliveries.id, clips.deliveryId))
      .innerJoin(campers, eq(campers.id, deliveries.camperId))
      .where(and(eq(clips.id, id), eq(campers.campId, campId), isNotNull(clips.removedAt))),
  refusal: (id: string, campId: CampId) =>
    db()
      .select({ id: campers.id })
      .from(refusals)
      .innerJoin(deliveries, eq(deliveries.id, refusals.deliveryId))
      .innerJoin(campers, eq(campers.id, deliveries.camperId))
      .where(and(eq(refusals.id, id), eq(campers.campId, campId))),
  agreedLevel: (id: string, campId: CampId) =>
    db()
      .select({ id: campers.id })
      .from(agreedLevels)
      .innerJoin(deliveries, eq(deliveries.id, agreedLevels.deliveryId))
      .innerJoin(campers, eq(campers.id, deliveries.camperId))
      .where(and(eq(agreedLevels.id, id), eq(campers.campId, campId))),
  /** A practice clip of the camp's organisation: every camp of it learns on the same ones. */
  practiceClip: (id: PracticeClipId, campId: CampId) =>
    db()
      .select({ id: deliveries.camperId })
      .from(practiceClips)
      .innerJoin(deliveries, eq(deliveries.id, practiceClips.deliveryId))
      .innerJoin(camps, eq(camps.organisationId, practiceClips.organisationId))
      .where(and(eq(practiceClips.id, id), eq(camps.id, campId), isNull(practiceClips.takenOutAt))),
  /** One that was made of a delivery of this camp: only there it is taken out again. */
  ownPracticeClip: (id: PracticeClipId, campId: CampId) =>
    db()
      .select({ id: campers.id })
      .from(practiceClips)
      .innerJoin(deliveries, eq(deliveries.id, practiceClips.deliveryId))
      .innerJoin(campers, eq(campers.id, deliveries.camperId))
      .where(and(eq(practiceClips.id, id), eq(campers.campId, campId))),
  sitting: (id: SittingId, campId: CampId) =>
    db()
      .select({ id: deliveries.camperId })
      .from(sittings)
      .innerJoin(practiceClips, eq(practiceClips.id, sittings.clipId))
      .innerJoin(deliveries, eq(deliveries.id, practiceClips.deliveryId))
      .where(and(eq(sittings.id, id), eq(sittings.campId, campId))),
  evaluation: (id: EvaluationId, campId: CampId) =>
    db()
      .select({ id: campers.id })
      .from(evaluations)
      .innerJoin(campers, eq(campers.id, evaluations.camperId))
      .where(and(eq(evaluations.id, id), eq(campers.campId, campId))),
  /** A kept picture, by its SHA-256: of a released evaluation of the camp. */
  picture: (sha256: string, campId: CampId) =>
    db()
      .select({ id: campers.id })
      .from(evaluations)
      .innerJoin(campers, eq(campers.id, evaluations.camperId))
      .where(
        and(
          eq(campers.campId, campId),
          sql`exists (select 1 from jsonb_each_text(${evaluations.pictures}) where value = ${sha256})`,
        ),
      ),
  /** A round of an evening is of nobody: it stands for the camp itself. */
  eveningRound: (id: string, campId: CampId) =>
    db()
      .select({ id: eveningRounds.id })
      .from(eveningRounds)
      .where(and(eq(eveningRounds.id, id), eq(eveningRounds.campId, campId))),
  /** A clip, whether somebody has said what it shows or not. */
  trayClip: (id: ClipId, campId: CampId) =>
    db()
      .select({ id: clips.id })
      .from(clips)
      .innerJoin(films, eq(films.id, clips.filmId))
      .where(and(eq(clips.id, id), eq(films.campId, campId), isPresent)),
  camera: (id: CameraId, campId: CampId) =>
    db()
      .select({ id: cameras.id })
      .from(cameras)
      .where(and(eq(cameras.id, id), eq(cameras.campId, campId))),
  /** That somebody is to be filmed once more. */
  refilm: (id: string, campId: CampId) =>
    db()
      .select({ id: campers.id })
      .from(refilms)
      .innerJoin(campers, eq(campers.id, refilms.camperId))
      .where(and(eq(refilms.id, id), eq(campers.campId, campId))),
  /** A file that came in a folder. */
  droppedFile: (id: DroppedFileId, campId: CampId) =>
    db()
      .select({ id: droppedFiles.id })
      .from(droppedFiles)
      .where(and(eq(droppedFiles.id, id), eq(droppedFiles.campId, campId))),
  staffMember: (id: StaffId, campId: CampId) =>
    db()
      .select({ id: campStaff.staffId })
      .from(campStaff)
      .where(and(eq(campStaff.staffId, id), eq(campStaff.campId, campId))),
} as const;

export type CampNoun = keyof typeof NOUNS;
/** What belongs to a camp and to no camper of it, as far as is known. */
export type OfNoCamper = 'staffMember' | 'eveningRound' | 'trayClip' | 'camera' | 'droppedFile';
/** What the id of such a thing is. */
export type IdOf<Noun extends CampNoun> = Parameters<(typeof NOUNS)[Noun]>[0];

/** Whose it is: the id of the camper to whom something of the camp belongs. */
export async function camperOf<Noun extends Exclude<CampNoun, OfNoCamper>>(
  noun: Noun,
  id: IdOf<Noun>,
  campId: CampId,
): Promise<CamperId> {
  const [row] = await NOUNS[noun](id as never, campId).limit(1);
  if (!row) throw missing(noun);
  return row.id;
}

/** What is not called by its noun alone. */
const CALLED: Partial<Record<CampNoun, string>> = {
  staffMember: 'The staff member',
  removedClip: 'The removed film',
  agreedLevel: 'The proposed level',
  eveningRound: 'The round',
  practiceClip: 'The practice clip',
  ownPracticeClip: 'The practice clip',
  trayClip: 'The clip',
  refilm: 'What was asked',
  droppedFile: 'The file',
};
const missing = (noun: CampNoun) => notFound(CALLED[noun] ?? `The ${noun}`);

/** Lets nothing through that belongs to another camp: it was not found. */
export async function requireInCamp<Noun extends CampNoun>(noun: Noun, id: IdOf<Noun>, campId: CampId): Promise<void> {
  const [row] = await NOUNS[noun](id as never, campId).limit(1);
  if (!row) throw missing(noun);
}
