import { and, eq, isNotNull, sql } from 'drizzle-orm';
import { isPresent } from './clips.ts';
import { db } from './db/connect.ts';
import { campers, campStaff, clips, deliveries, evaluations, refusals } from './db/schema.ts';
import { notFound } from './refusal.ts';

const NOUNS = {
  camper: (id: string, campId: string) =>
    db()
      .select({ id: campers.id })
      .from(campers)
      .where(and(eq(campers.id, id), eq(campers.campId, campId))),
  delivery: (id: string, campId: string) =>
    db()
      .select({ id: campers.id })
      .from(deliveries)
      .innerJoin(campers, eq(campers.id, deliveries.camperId))
      .where(and(eq(deliveries.id, id), eq(campers.campId, campId))),
  clip: (id: string, campId: string) =>
    db()
      .select({ id: campers.id })
      .from(clips)
      .innerJoin(deliveries, eq(deliveries.id, clips.deliveryId))
      .innerJoin(campers, eq(campers.id, deliveries.camperId))
      .where(and(eq(clips.id, id), eq(campers.campId, campId), isPresent)),
  /** A film that was removed and can still be put back. */
  removedClip: (id: string, campId: string) =>
    db()
      .select({ id: campers.id })
      .from(clips)
      .innerJoin(deliveries, eq(deliveries.id, clips.deliveryId))
      .innerJoin(campers, eq(campers.id, deliveries.camperId))
      .where(and(eq(clips.id, id), eq(campers.campId, campId), isNotNull(clips.removedAt))),
  refusal: (id: string, campId: string) =>
    db()
      .select({ id: campers.id })
      .from(refusals)
      .innerJoin(deliveries, eq(deliveries.id, refusals.deliveryId))
      .innerJoin(campers, eq(campers.id, deliveries.camperId))
      .where(and(eq(refusals.id, id), eq(campers.campId, campId))),
  evaluation: (id: string, campId: string) =>
    db()
      .select({ id: campers.id })
      .from(evaluations)
      .innerJoin(campers, eq(campers.id, evaluations.camperId))
      .where(and(eq(evaluations.id, id), eq(campers.campId, campId))),
  /** A kept picture, by its SHA-256: of a released evaluation of the camp. */
  picture: (sha256: string, campId: string) =>
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
  staffMember: (id: string, campId: string) =>
    db()
      .select({ id: campStaff.staffId })
      .from(campStaff)
      .where(and(eq(campStaff.staffId, id), eq(campStaff.campId, campId))),
} as const;

export type CampNoun = keyof typeof NOUNS;

/** Whose it is: the id of the camper to whom something of the camp belongs. */
export async function camperOf(noun: CampNoun, id: string, campId: string): Promise<string> {
  const [row] = await NOUNS[noun](id, campId).limit(1);
  if (!row) throw missing(noun);
  return row.id;
}

const missing = (noun: CampNoun) =>
  notFound(noun === 'staffMember' ? 'The staff member' : noun === 'removedClip' ? 'The removed film' : `The ${noun}`);

/** Lets nothing through that belongs to another camp: it was not found. */
export async function requireInCamp(noun: CampNoun, id: string, campId: string): Promise<void> {
  await camperOf(noun, id, campId);
}
