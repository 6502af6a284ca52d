import { sql } from 'drizzle-orm';
import { boolean, check, date, index, integer, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { CampId, DeliveryId, OrganisationId, PracticeClipId, SheetId, SittingId, StaffId } from '@stride-chalk/core';
import { at } from './columns.ts';
import { deliveries } from './film.ts';
import { camps, organisations, sheets, staff, whoAndWhen } from './staff.ts';

/** A delivery on which the staff of an organisation learn the sheet. Its family has consented to that by itself. */
export const practiceClips = pgTable(
  'practice_clips',
  {
    id: uuid('id').$type<PracticeClipId>().primaryKey(),
    organisationId: uuid('organisation_id')
      .$type<OrganisationId>()
      .notNull()
      .references(() => organisations.id),
    deliveryId: uuid('delivery_id')
      .$type<DeliveryId>()
      .notNull()
      .references(() => deliveries.id),
    /** By which it is called: the child's name is not. */
    number: integer('number').notNull(),
    /** The version of the sheet by which its reference levels were given. */
    sheetId: uuid('sheet_id')
      .$type<SheetId>()
      .notNull()
      .references(() => sheets.id),
    /** Taken out of the set; what was scored on it stays. */
    takenOutAt: at('taken_out_at'),
    takenOutBy: uuid('taken_out_by')
      .$type<StaffId>()
      .references(() => staff.id),
    ...whoAndWhen(),
  },
  (t) => [
    unique('practice_clips_one_per_delivery').on(t.deliveryId),
    unique('practice_clips_one_per_number').on(t.organisationId, t.number),
    check('practice_clips_taken_out_by_somebody', sql`(${t.takenOutAt} is null) = (${t.takenOutBy} is null)`),
  ],
);

/** What a practice clip truly shows, with a reason each. */
export const referenceLevels = pgTable(
  'reference_levels',
  {
    clipId: uuid('clip_id')
      .$type<PracticeClipId>()
      .notNull()
      .references(() => practiceClips.id),
    checkpoint: text('checkpoint').notNull(),
    level: text('level').notNull(),
    faults: text('faults').array().notNull().default([]),
    reason: text('reason').notNull(),
    ...whoAndWhen(),
  },
  (t) => [
    primaryKey({ columns: [t.clipId, t.checkpoint] }),
    check('reference_levels_level', sql`${t.level} in ('0', '1', '2', '3', 'NV')`),
    check('reference_levels_reason', sql`length(trim(${t.reason})) > 0`),
  ],
);

/**
 * A coach with one practice clip before him: openly, as often as he likes, or hidden among his tasks of a day, under a bib that nobody wears. At the
 * bench and in `entries` its id stands in the place of a delivery's.
 */
export const sittings = pgTable(
  'sittings',
  {
    id: uuid('id').$type<SittingId>().primaryKey(),
    clipId: uuid('clip_id')
      .$type<PracticeClipId>()
      .notNull()
      .references(() => practiceClips.id),
    coachId: uuid('coach_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    day: date('day').notNull(),
    /** Hidden ones: which of the day, and under which bib. null: openly. */
    hiddenNumber: integer('hidden_number'),
    bib: integer('bib'),
    finishedAt: at('finished_at'),
    ...whoAndWhen(),
  },
  (t) => [
    index('sittings_by_coach').on(t.coachId, t.clipId),
    unique('sittings_one_hidden').on(t.coachId, t.campId, t.day, t.hiddenNumber),
    check('sittings_hidden_has_a_bib', sql`(${t.hiddenNumber} is null) = (${t.bib} is null)`),
  ],
);

/** A coach's level on a practice clip. It counts for no child: it is no row of `scores`. */
export const practiceScores = pgTable(
  'practice_scores',
  {
    sittingId: uuid('sitting_id')
      .$type<SittingId>()
      .notNull()
      .references(() => sittings.id),
    checkpoint: text('checkpoint').notNull(),
    level: text('level').notNull(),
    faults: text('faults').array().notNull().default([]),
    note: text('note'),
    entryId: uuid('entry_id').notNull(),
    enteredBy: uuid('entered_by')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    enteredAt: at('entered_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.sittingId, t.checkpoint] }),
    check('practice_scores_level', sql`${t.level} in ('0', '1', '2', '3', 'NV')`),
  ],
);

/** What the lead of a camp has decided of a coach, whatever the practice clips say; the newest holds. */
export const qualificationDecisions = pgTable(
  'qualification_decisions',
  {
    id: uuid('id').primaryKey(),
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    coachId: uuid('coach_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    /** null: the clips say it again. */
    qualified: boolean('qualified'),
    reason: text('reason').notNull(),
    ...whoAndWhen(),
  },
  (t) => [index('qualification_decisions_by_coach').on(t.campId, t.coachId, t.enteredAt)],
);

/** The clips that teach most, looked at together by the staff of a camp. */
export const eveningRounds = pgTable(
  'evening_rounds',
  {
    id: uuid('id').primaryKey(),
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    day: date('day').notNull(),
    ...whoAndWhen(),
  },
  (t) => [index('evening_rounds_by_camp').on(t.campId, t.enteredAt)],
);

/** What a coach had given a clip before it was looked at together, and what he gives after; no row of `scores` is touched. */
export const eveningLevels = pgTable(
  'evening_levels',
  {
    roundId: uuid('round_id')
      .notNull()
      .references(() => eveningRounds.id, { onDelete: 'cascade' }),
    /** The place of the clip in the round. */
    place: integer('place').notNull(),
    deliveryId: uuid('delivery_id')
      .$type<DeliveryId>()
      .notNull()
      .references(() => deliveries.id),
    checkpoint: text('checkpoint').notNull(),
    coachId: uuid('coach_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    /** null: he had not scored it. */
    before: text('before'),
    /** null: he has not said yet. */
    after: text('after'),
    ...whoAndWhen(),
  },
  (t) => [
    primaryKey({ columns: [t.roundId, t.deliveryId, t.checkpoint, t.coachId] }),
    check('evening_levels_before', sql`${t.before} in ('0', '1', '2', '3', 'NV')`),
    check('evening_levels_after', sql`${t.after} in ('0', '1', '2', '3', 'NV')`),
  ],
);
