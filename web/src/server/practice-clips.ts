import { and, asc, count, eq, inArray, isNull, max, ne, sql } from 'drizzle-orm';
import type {
  AgeGroup,
  CampId,
  CamperId,
  ClipId,
  DeliveryId,
  DeliveryKind,
  OrganisationId,
  PracticeClipId,
  Reference,
  Seen,
  StaffId,
} from '@stride-chalk/core';
import { camperById, type Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { isPresent } from './clips.ts';
import { requireTrainingConsent } from './consents.ts';
import { db } from './db/connect.ts';
import { clips, deliveries, organisations, practiceClips, referenceLevels } from './db/schema.ts';
import { deliveryWithCamper } from './deliveries.ts';
import { offSheet } from './off-sheet.ts';
import { newId } from './new-id.ts';
import { Refusal } from './refusal.ts';
import { seenOf } from './used-scores.ts';

/** A practice clip as the staff see it: a number, an age and a hand, no name. */
export interface PracticeClip {
  readonly id: PracticeClipId;
  readonly number: number;
  readonly deliveryId: DeliveryId;
  readonly camperId: CamperId;
  /** Of which camp the delivery is. */
  readonly campId: CampId;
  readonly kind: DeliveryKind;
  readonly age: number;
  readonly ageGroup: AgeGroup;
  readonly hand: 'R' | 'L';
  readonly heightCentimetres: number;
  /** The family consents and the film is there; else it is not shown to anybody. */
  readonly shown: boolean;
}

const ready = and(isPresent, eq(clips.state, 'ready'))!;

/** The practice set of an organisation, in the order of its numbers. */
export async function practiceSet(organisationId: OrganisationId): Promise<PracticeClip[]> {
  const rows = await db()
    .select({
      id: practiceClips.id,
      number: practiceClips.number,
      deliveryId: practiceClips.deliveryId,
      camperId: deliveries.camperId,
      kind: deliveries.kind,
      films: db().$count(clips, and(eq(clips.deliveryId, practiceClips.deliveryId), ready)),
    })
    .from(practiceClips)
    .innerJoin(deliveries, eq(deliveries.id, practiceClips.deliveryId))
    .where(and(eq(practiceClips.organisationId, organisationId), isNull(practiceClips.takenOutAt)))
    .orderBy(asc(practiceClips.number));
  return Promise.all(
    rows.map(async ({ films, ...row }) => {
      const { camper } = await camperById(row.camperId);
      const { age, ageGroup, hand, heightCentimetres, campId } = camper;
      return {
        ...row,
        campId,
        age,
        ageGroup,
        hand,
        heightCentimetres,
        shown: films > 0 && camper.consent.film && camper.consent.training,
      };
    }),
  );
}

export interface ReferenceLevel {
  readonly level: Seen;
  readonly faults: readonly string[];
  readonly reason: string;
}

/** What a practice clip truly shows, by checkpoint. */
export async function referencesOf(clipId: PracticeClipId): Promise<ReadonlyMap<string, ReferenceLevel>> {
  const rows = await db().select().from(referenceLevels).where(eq(referenceLevels.clipId, clipId));
  return new Map(rows.map((r) => [r.checkpoint, { level: seenOf(r.level), faults: r.faults, reason: r.reason }]));
}

/** How many judgements the set can give: references that say a level, of clips that may be shown. */
export async function judgementsIn(set: readonly PracticeClip[]): Promise<number> {
  const ids = set.filter((c) => c.shown).map((c) => c.id);
  if (ids.length === 0) return 0;
  const [row] = await db()
    .select({ n: count() })
    .from(referenceLevels)
    .where(and(inArray(referenceLevels.clipId, ids), ne(referenceLevels.level, 'NV')));
  return row!.n;
}

/**
 * Makes a practice clip of a delivery of the camp. One that was taken out comes back under its number, with the new references.
 *
 * @throws Refusal without the family's consent to training, without a film, or with a reference that the sheet does not know
 */
export async function addPracticeClip(
  camp: Camp,
  said: { readonly deliveryId: DeliveryId; readonly references: readonly Reference[] },
  by: StaffId,
): Promise<PracticeClipId> {
  const { deliveryId, references } = said;
  requireTrainingConsent((await deliveryWithCamper(deliveryId)).camper);
  if ((await db().$count(clips, and(eq(clips.deliveryId, deliveryId), ready))) === 0)
    throw new Refusal('no-film', 'This delivery has no film that is ready: there is nothing to practise on.', 409);
  for (const r of references) {
    const strange = offSheet(r, camp.sheet);
    if (strange) throw strange;
  }
  const twice = references.find((r, i) => references.findIndex((o) => o.checkpoint === r.checkpoint) !== i);
  if (twice) throw new Refusal('reference-twice', `${twice.checkpoint} has two references.`, 400);
  return db().transaction(async (tx) => {
    const { organisationId } = camp;
    await tx.select({ id: organisations.id }).from(organisations).where(eq(organisations.id, organisationId)).for('update');
    const [known] = await tx.select().from(practiceClips).where(eq(practiceClips.deliveryId, deliveryId));
    if (known && known.takenOutAt === null)
      throw new Refusal('practice-clip-there', `This delivery is practice clip ${known.number} already.`, 409);
    const [last] = await tx
      .select({ number: max(practiceClips.number) })
      .from(practiceClips)
      .where(eq(practiceClips.organisationId, organisationId));
    const id = known?.id ?? newId<PracticeClipId>();
    if (known)
      await tx
        .update(practiceClips)
        .set({ takenOutAt: null, takenOutBy: null, sheetId: camp.sheetId })
        .where(eq(practiceClips.id, id));
    else
      await tx.insert(practiceClips).values({
        ...{ id, organisationId, deliveryId, number: (last?.number ?? 0) + 1, sheetId: camp.sheetId, enteredBy: by },
      });
    await tx.delete(referenceLevels).where(eq(referenceLevels.clipId, id));
    await tx.insert(referenceLevels).values(references.map((r) => ({ clipId: id, ...r, enteredBy: by })));
    return id;
  });
}

/** Takes a practice clip out of the set; what was scored on it stays. */
export async function takeOutPracticeClip(id: PracticeClipId, by: StaffId): Promise<void> {
  await db()
    .update(practiceClips)
    .set({ takenOutAt: new Date(), takenOutBy: by })
    .where(and(eq(practiceClips.id, id), isNull(practiceClips.takenOutAt)));
}

/** The child whose film it is, where it belongs to the practice set of a camp's organisation; null for every other film. */
export async function practiceFilmOf(clipId: ClipId, camp: Pick<Camp, 'organisationId'>): Promise<Camper | null> {
  const [row] = await db()
    .select({ camperId: deliveries.camperId })
    .from(clips)
    .innerJoin(deliveries, eq(deliveries.id, clips.deliveryId))
    .innerJoin(practiceClips, eq(practiceClips.deliveryId, deliveries.id))
    .where(
      and(
        eq(clips.id, clipId),
        isPresent,
        eq(practiceClips.organisationId, camp.organisationId),
        sql`${practiceClips.takenOutAt} is null`,
      ),
    );
  return row ? (await camperById(row.camperId)).camper : null;
}
