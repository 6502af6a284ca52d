import { desc, eq, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Consent, ConsentStanding, ConsentWay, CamperId, StaffId } from '@stride-chalk/core';
import { db, type Executor } from './db/connect.ts';
import { consents, staff } from './db/schema.ts';
import { Refusal } from './refusal.ts';

/** The answers of a camper's family in the order in which they were given; for a query over `campers`. */
export const consentAnswers = sql<Consent[]>`coalesce((
  select json_agg(json_build_object('film', c.film, 'share', c.share, 'training', c.training, 'until', c.until) order by c.entered_at, c.id)
  from consents c where c.camper_id = campers.id
), '[]'::json)`;

/** What asks for a consent; each says in its own words what stops without one. */
const STOPS = {
  film: 'no film is taken in',
  show: 'films and pictures stay closed',
  write: 'nothing is written up',
  handOut: 'nothing is handed out',
} as const;

/**
 * The one gate of consent: every path that films a child, shows a film or a picture of him or hands something out asks here. Throws a Refusal
 * that says why it is closed and what stops.
 */
export function requireConsent(
  camper: { readonly bib: number; readonly consent: ConsentStanding },
  purpose: keyof typeof STOPS,
): void {
  if (camper.consent.film) return;
  throw new Refusal('no-consent', `Bib ${camper.bib}: ${camper.consent.says} So ${STOPS[purpose]}.`, 403);
}

/** The gate of staff training: a consent of its own, which ends with the one to film. */
export function requireTrainingConsent(camper: { readonly bib: number; readonly consent: ConsentStanding }): void {
  requireConsent(camper, 'show');
  if (!camper.consent.training)
    throw new Refusal(
      'no-training-consent',
      `Bib ${camper.bib}: the family has not consented to the training of the staff. Ask, and write the answer down on the card.`,
      403,
    );
}

/** Writes down what a family has answered. Nothing of an earlier answer goes. */
export async function recordConsents(
  answers: ReadonlyArray<Consent & { readonly camperId: CamperId; readonly givenBy: string; readonly how: ConsentWay }>,
  by: StaffId,
  via: Executor = db(),
): Promise<void> {
  if (answers.length === 0) return;
  await via.insert(consents).values(
    answers.map((a) => ({
      id: v7(),
      camperId: a.camperId,
      film: a.film,
      share: a.film && a.share,
      // A file of a roster does not ask for it: what the family has said before stays.
      training:
        a.film &&
        (a.training ??
          sql<boolean>`coalesce((select c.training from consents c where c.camper_id = ${a.camperId} order by c.entered_at desc, c.id desc limit 1), false)`),
      until: a.until,
      givenBy: a.givenBy,
      how: a.how,
      enteredBy: by,
      enteredAt: new Date(),
    })),
  );
}

/** Every answer of a camper's family, the newest first: who, when, how, until when, and who wrote it down. */
export const consentHistory = (camperId: CamperId) =>
  db()
    .select({
      film: consents.film,
      share: consents.share,
      training: consents.training,
      until: consents.until,
      givenBy: consents.givenBy,
      how: consents.how,
      at: consents.enteredAt,
      by: staff.name,
    })
    .from(consents)
    .leftJoin(staff, eq(staff.id, consents.enteredBy))
    .where(eq(consents.camperId, camperId))
    .orderBy(desc(consents.enteredAt), desc(consents.id));
