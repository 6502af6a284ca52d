import { sql } from 'drizzle-orm';
import { check, date, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { ThrowKind } from '@stride-chalk/core';
import { at } from './columns.ts';
import { deliveries } from './film.ts';
import { checkIns, children } from './roster.ts';
import { camps, staff, whoAndWhen } from './staff.ts';

/** A sore arm, from the report until the lead lifts it with a reason. An open one stops every throw. */
export const soreArms = pgTable(
  'sore_arms',
  {
    id: uuid('id').primaryKey(),
    childId: uuid('child_id')
      .notNull()
      .references(() => children.id),
    place: text('place').notNull(),
    since: date('since').notNull(),
    liftedAt: at('lifted_at'),
    liftedBy: uuid('lifted_by').references(() => staff.id),
    liftReason: text('lift_reason'),
    ...whoAndWhen(),
  },
  (t) => [
    index('sore_arms_by_child').on(t.childId),
    check(
      'sore_arms_lifted_with_reason',
      sql`(${t.liftedAt} is null) = (${t.liftReason} is null) and (${t.liftedAt} is null) = (${t.liftedBy} is null)`,
    ),
  ],
);

/** The arm-care ledger: throws of a child on a day of the camp's calendar. */
export const throws = pgTable(
  'throws',
  {
    id: uuid('id').primaryKey(),
    childId: uuid('child_id')
      .notNull()
      .references(() => children.id),
    day: date('day').notNull(),
    kind: text('kind').$type<ThrowKind>().notNull(),
    count: integer('count').notNull(),
    /** A filmed delivery is one throw. */
    deliveryId: uuid('delivery_id')
      .unique()
      .references(() => deliveries.id),
    /** Reported at a check-in; a newer check-in of the day takes its place. */
    checkInId: uuid('check_in_id').references(() => checkIns.id),
    ...whoAndWhen(),
  },
  (t) => [
    index('throws_by_child').on(t.childId, t.day),
    check('throws_kind', sql`${t.kind} in ('warmUp', 'drill', 'filming', 'bullpen', 'game')`),
    check('throws_count', sql`${t.count} between 1 and 500`),
  ],
);

/** The lead lets a child throw beyond the limits on one day, with a reason. */
export const limitOverrides = pgTable(
  'limit_overrides',
  {
    id: uuid('id').primaryKey(),
    childId: uuid('child_id')
      .notNull()
      .references(() => children.id),
    day: date('day').notNull(),
    reason: text('reason').notNull(),
    ...whoAndWhen(),
  },
  (t) => [check('limit_overrides_reason', sql`length(trim(${t.reason})) > 0`)],
);

/** The mail stand-in: what a mail service would have sent. */
export const messages = pgTable(
  'messages',
  {
    id: uuid('id').primaryKey(),
    campId: uuid('camp_id').references(() => camps.id),
    /** The child it speaks of; it goes when he is erased. */
    childId: uuid('child_id').references(() => children.id),
    to: text('to').notNull(),
    subject: text('subject').notNull(),
    body: text('body').notNull(),
    sentAt: at('sent_at').notNull().defaultNow(),
  },
  (t) => [index('messages_by_camp').on(t.campId, t.sentAt)],
);

/** That a child was erased: when, by whom, why, how many rows and files. Never the name. */
export const erasures = pgTable('erasures', {
  id: uuid('id').primaryKey(),
  reason: text('reason', { enum: ['asked by the family', 'retention ended', 'entered by mistake'] }).notNull(),
  removed: jsonb('removed').$type<Record<string, number>>().notNull(),
  erasedAt: at('erased_at').notNull().default(sql`transaction_timestamp()`),
  erasedBy: uuid('erased_by')
    .notNull()
    .references(() => staff.id),
});
