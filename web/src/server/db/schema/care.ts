import { sql } from 'drizzle-orm';
import { boolean, check, date, index, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import {
  keptCountsSchema,
  type ThrowKind,
  type CampId,
  type ChildId,
  type DeliveryId,
  type DeliveryKind,
  type StaffId,
  type ViewId,
} from '@stride-chalk/core';
import { at, document } from './columns.ts';
import { deliveries } from './film.ts';
import { checkIns, children } from './roster.ts';
import { camps, staff, whoAndWhen } from './staff.ts';

/** A sore arm, from the report until the lead lifts it with a reason. An open one stops every throw. */
export const soreArms = pgTable(
  'sore_arms',
  {
    id: uuid('id').primaryKey(),
    childId: uuid('child_id')
      .$type<ChildId>()
      .notNull()
      .references(() => children.id),
    /** The camp that entered it: only there it is taken back or erased. */
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    place: text('place').notNull(),
    since: date('since').notNull(),
    liftedAt: at('lifted_at'),
    liftedBy: uuid('lifted_by')
      .$type<StaffId>()
      .references(() => staff.id),
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
      .$type<ChildId>()
      .notNull()
      .references(() => children.id),
    /** The camp that entered it: only there it is taken back or erased. */
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    day: date('day').notNull(),
    kind: text('kind').$type<ThrowKind>().notNull(),
    count: integer('count').notNull(),
    /** A filmed delivery is one throw. */
    deliveryId: uuid('delivery_id')
      .$type<DeliveryId>()
      .unique()
      .references(() => deliveries.id),
    /** Reported at a check-in; a newer report of the day takes its place. */
    checkInId: uuid('check_in_id').references(() => checkIns.id),
    /** Tapped at a mound: where, from which start, and when, by the clock of the server. */
    mound: text('mound'),
    deliveryKind: text('delivery_kind').$type<DeliveryKind>(),
    thrownAt: at('thrown_at'),
    /** Thrown, and not to be looked at. */
    leftOutAt: at('left_out_at'),
    /** Taken back: it counts no longer, and stays to be seen. */
    takenBackAt: at('taken_back_at'),
    takenBackBy: uuid('taken_back_by')
      .$type<StaffId>()
      .references(() => staff.id),
    takenBackWhy: text('taken_back_why'),
    ...whoAndWhen(),
  },
  (t) => [
    index('throws_by_child').on(t.childId, t.day),
    check('throws_kind', sql`${t.kind} in ('warmUp', 'drill', 'filming', 'bullpen', 'game')`),
    check('throws_count', sql`${t.count} between 1 and 500`),
    check('throws_taken_back_by_somebody', sql`(${t.takenBackAt} is null) = (${t.takenBackBy} is null)`),
  ],
);

/** What a device has told of a throw at a mound: two phones that film it and a third that counts it tell one throw. */
export const moundTaps = pgTable(
  'mound_taps',
  {
    /** The id of the entry of the device. */
    id: uuid('id').primaryKey(),
    throwId: uuid('throw_id')
      .notNull()
      .references(() => throws.id, { onDelete: 'cascade' }),
    device: uuid('device').notNull(),
    /** From where it was filmed; null where it was counted. */
    view: text('view').$type<ViewId>(),
    /** By the clock of the server. */
    tappedAt: at('tapped_at').notNull(),
    /** The how-manieth of its camper on that day it is to its device. */
    number: integer('number').notNull(),
    takenBackAt: at('taken_back_at'),
  },
  (t) => [index('mound_taps_by_throw').on(t.throwId)],
);

/** Which devices stand at which mound, as they have said last. */
export const moundClaims = pgTable(
  'mound_claims',
  {
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    device: uuid('device').notNull(),
    staffId: uuid('staff_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    mound: text('mound').notNull(),
    view: text('view').$type<ViewId>(),
    since: at('since').notNull(),
    at: at('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.campId, t.device] }), index('mound_claims_by_camp').on(t.campId, t.at)],
);

/** The lead lets a child throw a number of throws beyond the limits on one day, with a reason. It counts down, and can be taken back. */
export const limitOverrides = pgTable(
  'limit_overrides',
  {
    id: uuid('id').primaryKey(),
    childId: uuid('child_id')
      .$type<ChildId>()
      .notNull()
      .references(() => children.id),
    /** The camp that entered it: only there it is taken back or erased. */
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    day: date('day').notNull(),
    reason: text('reason').notNull(),
    /** Throws allowed from its entry on. */
    throws: integer('throws').notNull(),
    takenBackAt: at('taken_back_at'),
    takenBackBy: uuid('taken_back_by')
      .$type<StaffId>()
      .references(() => staff.id),
    ...whoAndWhen(),
  },
  (t) => [
    index('limit_overrides_by_child').on(t.childId, t.day),
    check('limit_overrides_reason', sql`length(trim(${t.reason})) > 0`),
    check('limit_overrides_throws', sql`${t.throws} between 0 and 200`),
    check('limit_overrides_taken_back_by_somebody', sql`(${t.takenBackAt} is null) = (${t.takenBackBy} is null)`),
  ],
);

/** What families and staff are to be told, and what came of it: written, printed, handed over, sent by mail. */
export const messages = pgTable(
  'messages',
  {
    id: uuid('id').primaryKey(),
    campId: uuid('camp_id')
      .$type<CampId>()
      .references(() => camps.id),
    /** The child it speaks of; it goes when he is erased. */
    childId: uuid('child_id')
      .$type<ChildId>()
      .references(() => children.id),
    /** Who it is for, in words. */
    to: text('to').notNull(),
    /** His mail address; null where none is known. */
    address: text('address'),
    /** His phone, for a message without an address. */
    phone: text('phone'),
    subject: text('subject').notNull(),
    body: text('body').notNull(),
    /** A link that goes with it by mail, sealed with the secret of the installation; gone as soon as the mail has left. */
    sealedLink: text('sealed_link'),
    writtenAt: at('sent_at').notNull().defaultNow(),
    printedAt: at('printed_at'),
    /** Somebody has told him: by paper, by phone, in person. */
    handedOverAt: at('handed_over_at'),
    handedOverBy: uuid('handed_over_by')
      .$type<StaffId>()
      .references(() => staff.id),
    /** The mail service has taken it. */
    mailedAt: at('mailed_at'),
    /** What the mail service said when it did not. */
    mailProblem: text('mail_problem'),
    mailTries: integer('mail_tries').notNull().default(0),
    /** True for a message to a family, false for one to the staff. */
    toFamily: boolean('to_family').notNull().default(false),
  },
  (t) => [
    index('messages_by_child').on(t.childId),
    index('messages_by_camp').on(t.campId, t.writtenAt),
    check('messages_handed_over_by_somebody', sql`(${t.handedOverAt} is null) = (${t.handedOverBy} is null)`),
  ],
);

/** The mail service of a camp. Without a row, or switched off, nothing leaves this machine. */
export const mailSettings = pgTable('mail_settings', {
  campId: uuid('camp_id')
    .$type<CampId>()
    .primaryKey()
    .references(() => camps.id),
  active: boolean('active').notNull().default(false),
  /** Only what was written from then on leaves by mail. */
  activeSince: at('active_since'),
  host: text('host').notNull(),
  port: integer('port').notNull(),
  /** TLS from the first byte; without it the connection is upgraded where the service offers it. */
  secure: boolean('secure').notNull(),
  userName: text('user_name'),
  /** Sealed with the secret of the installation. */
  sealedPassword: text('sealed_password'),
  fromAddress: text('from_address').notNull(),
  ...whoAndWhen(),
});

/** That a camper was erased: when, by whom, why, how many rows and files. Never the name. */
export const erasures = pgTable('erasures', {
  id: uuid('id').primaryKey(),
  /** Where; null for those from before it was kept. */
  campId: uuid('camp_id')
    .$type<CampId>()
    .references(() => camps.id),
  reason: text('reason', { enum: ['asked by the family', 'retention ended', 'entered by mistake'] }).notNull(),
  removed: document('removed', keptCountsSchema).notNull(),
  erasedAt: at('erased_at').notNull().default(sql`transaction_timestamp()`),
  erasedBy: uuid('erased_by')
    .$type<StaffId>()
    .notNull()
    .references(() => staff.id),
});
