import { sql } from 'drizzle-orm';
import { boolean, check, date, index, integer, jsonb, pgTable, real, text, unique, uuid } from 'drizzle-orm/pg-core';
import { at } from './columns.ts';
import { camps, whoAndWhen } from './staff.ts';

/** A child, over all his camps. What is known of him stands in the rows of his camps. */
export const children = pgTable('children', {
  id: uuid('id').primaryKey(),
  ...whoAndWhen(),
});

/** A child at one camp. */
export const campers = pgTable(
  'campers',
  {
    id: uuid('id').primaryKey(),
    childId: uuid('child_id')
      .notNull()
      .references(() => children.id),
    campId: uuid('camp_id')
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
    consentToFilm: boolean('consent_to_film').notNull().default(false),
    consentToShare: boolean('consent_to_share').notNull().default(false),
    /** The last day of the consent; null for "until withdrawn". */
    consentUntil: date('consent_until'),
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

/** What was said and seen at the gate. The newest one of a day holds; the id comes from the phone, so that a resend is the same row. */
export const checkIns = pgTable(
  'check_ins',
  {
    id: uuid('id').primaryKey(),
    camperId: uuid('camper_id')
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
    mobility: text('mobility').array().notNull().default([]),
    /** Throws that the family reports: day and count. */
    throwsReported: jsonb('throws_reported')
      .$type<ReadonlyArray<{ day: string; count: number; kind: 'game' | 'bullpen' | 'drill' }>>()
      .notNull()
      .default([]),
    ...whoAndWhen(),
  },
  (t) => [
    index('check_ins_by_camper').on(t.camperId, t.day),
    check('check_ins_sore_where', sql`not ${t.sore} or ${t.soreWhere} is not null`),
  ],
);
