import { sql } from 'drizzle-orm';
import { boolean, check, date, index, integer, pgTable, primaryKey, real, text, unique, uuid } from 'drizzle-orm/pg-core';
import { keptThrowsSchema, CONSENT_WAYS, type CampId, type CamperId, type ChildId, type StaffId } from '@stride-chalk/core';
import { at, document } from './columns.ts';
import { camps, staff, whoAndWhen } from './staff.ts';

/** A child, over all his camps. What is known of him stands in the rows of his camps. */
export const children = pgTable('children', {
  id: uuid('id').$type<ChildId>().primaryKey(),
  ...whoAndWhen(),
});

/** A child at one camp. */
export const campers = pgTable(
  'campers',
  {
    id: uuid('id').$type<CamperId>().primaryKey(),
    childId: uuid('child_id')
      .$type<ChildId>()
      .notNull()
      .references(() => children.id),
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    bib: integer('bib').notNull(),
    name: text('name').notNull(),
    born: date('born').notNull(),
    /** The arm that is filmed and counted. */
    hand: text('hand', { enum: ['R', 'L'] }).notNull(),
    throwsBoth: boolean('throws_both').notNull().default(false),
    heightCentimetres: real('height_centimetres').notNull(),
    guardian: text('guardian').notNull(),
    guardianEmail: text('guardian_email'),
    guardianPhone: text('guardian_phone'),
    /** Siblings, or campers who stay together on the day. */
    togetherWith: text('together_with'),
    withdrawnOn: date('withdrawn_on'),
    ...whoAndWhen(),
  },
  (t) => [
    unique('campers_one_bib_per_camp').on(t.campId, t.bib),
    unique('campers_one_per_child_and_camp').on(t.campId, t.childId),
    index('campers_by_child').on(t.childId),
    check('campers_hand', sql`${t.hand} in ('R', 'L')`),
    check('campers_height', sql`${t.heightCentimetres} between 80 and 230`),
  ],
);

/**
 * Whether a camper here and one at another camp of the organisation are the same child. The lead here asks, the lead there answers; who leads both
 * says it at once.
 */
export const sameChildQuestions = pgTable(
  'same_child_questions',
  {
    camperId: uuid('camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id, { onDelete: 'cascade' }),
    otherCamperId: uuid('other_camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id, { onDelete: 'cascade' }),
    answer: text('answer', { enum: ['same', 'other'] }),
    answeredBy: uuid('answered_by')
      .$type<StaffId>()
      .references(() => staff.id),
    answeredAt: at('answered_at'),
    ...whoAndWhen(),
  },
  (t) => [
    primaryKey({ columns: [t.camperId, t.otherCamperId] }),
    index('same_child_questions_by_other').on(t.otherCamperId),
    check('same_child_questions_answered_by_somebody', sql`(${t.answer} is null) = (${t.answeredBy} is null)`),
  ],
);

/** Answers of families about filming and sharing, as they were given; the newest of a camper holds. A trigger keeps every one of them. */
export const consents = pgTable(
  'consents',
  {
    id: uuid('id').primaryKey(),
    camperId: uuid('camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id),
    film: boolean('film').notNull(),
    share: boolean('share').notNull(),
    /** The staff may learn the sheet on his films. */
    training: boolean('training').notNull().default(false),
    /** The last day of it; null for "until withdrawn". */
    until: date('until'),
    /** Who answered. */
    givenBy: text('given_by').notNull(),
    how: text('how', { enum: CONSENT_WAYS }).notNull(),
    ...whoAndWhen(),
  },
  (t) => [
    index('consents_by_camper').on(t.camperId, t.enteredAt),
    check('consents_given_by', sql`length(trim(${t.givenBy})) > 0`),
    check('consents_share_needs_film', sql`${t.film} or not ${t.share}`),
    check('consents_training_needs_film', sql`${t.film} or not ${t.training}`),
  ],
);

/** What was said and seen at the gate. Of a day the newest word on each thing holds, what nobody asked about stays; the id comes from the phone, so that a resend is the same row. */
export const checkIns = pgTable(
  'check_ins',
  {
    id: uuid('id').primaryKey(),
    camperId: uuid('camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id),
    day: date('day').notNull(),
    /** When it was entered on the phone; it may arrive later. */
    notedAt: at('noted_at').notNull(),
    present: boolean('present').notNull(),
    heightCentimetres: real('height_centimetres'),
    sore: boolean('sore').notNull(),
    soreWhere: text('sore_where'),
    soreSince: date('sore_since'),
    drillsDone: text('drills_done', { enum: ['none', 'some', 'all'] }),
    goals: text('goals'),
    /** null: not looked at. */
    mobility: text('mobility').array(),
    /** Throws that the family reports: day and count. null: not asked; an empty list: none. */
    throwsReported: document('throws_reported', keptThrowsSchema),
    /** What had been reported before, as far as the phone knew: what it did not know it does not take back. null: nothing. */
    throwsKnown: document('throws_known', keptThrowsSchema),
    ...whoAndWhen(),
  },
  (t) => [
    index('check_ins_by_camper').on(t.camperId, t.day),
    check('check_ins_sore_where', sql`not ${t.sore} or ${t.soreWhere} is not null`),
  ],
);
