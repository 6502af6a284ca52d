import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid,
  varchar,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';
import {
  sheetSchema,
  keptWordsSchema,
  keptDistancesSchema,
  keptGroundMarksSchema,
  keptArmCareSchema,
  type CampId,
  type OrganisationId,
  type SheetId,
  type StaffId,
} from '@stride-chalk/core';
import { at, document } from './columns.ts';

/**
 * An account. What it may do hangs on the camp: see `campStaff`. One mail address may have several accounts, which know nothing of each other: an
 * invitation makes one, whether or not the address has another elsewhere.
 */
export const staff = pgTable(
  'staff',
  {
    id: uuid('id').$type<StaffId>().primaryKey(),
    name: text('name').notNull(),
    /** Names the account to the sign-in library; nobody sees it. */
    email: text('email').notNull().unique(),
    /** The mail address of the person, in small letters: signed in with, written to. */
    address: text('address').notNull(),
    /** The lead who made the account; null for a first lead. */
    madeBy: uuid('made_by')
      .$type<StaffId>()
      .references((): AnyPgColumn => staff.id),
    /** An account of the made-up camp: its password is printed, so it ends when the demo is off. */
    demo: boolean('demo').notNull().default(false),
    emailVerified: boolean('email_verified').notNull().default(false),
    image: text('image'),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
  },
  (t) => [index('staff_by_address').on(t.address)],
);

export const whoAndWhen = () => ({
  enteredBy: uuid('entered_by')
    .$type<StaffId>()
    .references(() => staff.id),
  enteredAt: at('entered_at').notNull().defaultNow(),
});

/** Who runs camps and answers for them to the families: a club, a school, an association. What one knows of a child, another never sees. */
export const organisations = pgTable('organisations', {
  id: uuid('id').$type<OrganisationId>().primaryKey(),
  name: text('name').notNull(),
  ...whoAndWhen(),
});

/**
 * A checkpoint sheet, one row per version. Old scores keep the version they were made under: a trigger refuses every change of a document. What an
 * organisation has released is its own; what ships with the product belongs to nobody.
 */
export const sheets = pgTable(
  'sheets',
  {
    id: uuid('id').$type<SheetId>().primaryKey(),
    key: text('key').notNull(),
    version: integer('version').notNull(),
    document: document('document', sheetSchema).notNull(),
    organisationId: uuid('organisation_id')
      .$type<OrganisationId>()
      .references((): AnyPgColumn => organisations.id),
    /** Why it was released, of which version it was made, by whom and when; null for what ships. */
    reason: text('reason'),
    basedOn: uuid('based_on')
      .$type<SheetId>()
      .references((): AnyPgColumn => sheets.id),
    releasedBy: uuid('released_by')
      .$type<StaffId>()
      .references(() => staff.id),
    releasedAt: at('released_at'),
  },
  (t) => [
    unique('sheets_one_row_per_version').on(t.key, t.version, t.organisationId).nullsNotDistinct(),
    check('sheets_released_with_a_reason', sql`(${t.organisationId} is null) = (${t.reason} is null)`),
  ],
);

/** The sheet that an organisation is working on: one at a time. It need not hold yet. */
export const sheetDrafts = pgTable('sheet_drafts', {
  organisationId: uuid('organisation_id')
    .$type<OrganisationId>()
    .primaryKey()
    .references(() => organisations.id),
  basedOn: uuid('based_on')
    .$type<SheetId>()
    .notNull()
    .references(() => sheets.id),
  /** As it was written, whole or not: `readDraft` says what is to mend. */
  document: jsonb('document').$type<unknown>().notNull(),
  /** Counted up with every change, so that two who edit do not undo each other unseen. */
  revision: integer('revision').notNull().default(1),
  ...whoAndWhen(),
});

/** That a camp has gone over to another version after something was scored, and why. */
export const sheetChanges = pgTable(
  'sheet_changes',
  {
    id: uuid('id').primaryKey(),
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references((): AnyPgColumn => camps.id),
    fromSheetId: uuid('from_sheet_id')
      .$type<SheetId>()
      .notNull()
      .references(() => sheets.id),
    toSheetId: uuid('to_sheet_id')
      .$type<SheetId>()
      .notNull()
      .references(() => sheets.id),
    reason: text('reason').notNull(),
    ...whoAndWhen(),
  },
  (t) => [index('sheet_changes_by_camp').on(t.campId, t.enteredAt)],
);

/** Who may make camps of an organisation. To be the lead of one of its camps is not enough. */
export const campMakers = pgTable(
  'camp_makers',
  {
    organisationId: uuid('organisation_id')
      .$type<OrganisationId>()
      .notNull()
      .references(() => organisations.id),
    staffId: uuid('staff_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    ...whoAndWhen(),
  },
  (t) => [primaryKey({ columns: [t.organisationId, t.staffId] })],
);

export const camps = pgTable(
  'camps',
  {
    id: uuid('id').$type<CampId>().primaryKey(),
    organisationId: uuid('organisation_id')
      .$type<OrganisationId>()
      .notNull()
      .references(() => organisations.id),
    name: text('name').notNull(),
    place: text('place').notNull(),
    firstDay: date('first_day').notNull(),
    lastDay: date('last_day').notNull(),
    timeZone: text('time_zone').notNull(),
    units: text('units', { enum: ['metric', 'imperial'] }).notNull(),
    sheetId: uuid('sheet_id')
      .$type<SheetId>()
      .notNull()
      .references(() => sheets.id),
    schools: document('schools', keptWordsSchema).notNull().default({}),
    /** Why each school was chosen, by checkpoint. */
    schoolReasons: document('school_reasons', keptWordsSchema).notNull().default({}),
    /** From the rubber to the plate, in feet, by age group. */
    distances: document('distances', keptDistancesSchema).notNull().default({}),
    /** How the marks of the ground lie that films are measured by, in metres; null for four cones. */
    groundMarks: document('ground_marks', keptGroundMarksSchema),
    /** What the slates and cards of the camp say beside the bib: random, so that those of another camp are told apart. */
    slateId: text('slate_id').notNull().unique().default(sql`upper(substr(md5(gen_random_uuid()::text), 1, 8))`),
    /** Footage is removed this many days after the last day of the camp. */
    retentionDays: integer('retention_days').notNull().default(365),
    /** Limits that the lead has put in the place of the published ones; null for those. */
    armCare: document('arm_care', keptArmCareSchema),
    ...whoAndWhen(),
  },
  (t) => [
    check('camps_days_in_order', sql`${t.lastDay} >= ${t.firstDay}`),
    check('camps_retention', sql`${t.retentionDays} between 1 and 3650`),
  ],
);

/** Who works at which camp, as what. Without an active row nobody sees the camp. */
export const campStaff = pgTable(
  'camp_staff',
  {
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    staffId: uuid('staff_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    role: text('role', { enum: ['lead', 'coach', 'helper'] }).notNull(),
    deactivatedAt: at('deactivated_at'),
    /** Who gave the role or took the place away, last; null while it is as it was when he was taken on. */
    changedBy: uuid('changed_by')
      .$type<StaffId>()
      .references(() => staff.id),
    changedAt: at('changed_at'),
    ...whoAndWhen(),
  },
  (t) => [
    primaryKey({ columns: [t.campId, t.staffId] }),
    index('camp_staff_by_person').on(t.staffId),
    check('camp_staff_changed_by_somebody', sql`(${t.changedBy} is null) = (${t.changedAt} is null)`),
    check('camp_staff_role', sql`${t.role} in ('lead', 'coach', 'helper')`),
  ],
);

/** Signed-in browsers. The cookie carries the token signed with the secret of the installation: the row alone opens nothing. */
export const sessions = pgTable(
  'sessions',
  {
    id: uuid('id').primaryKey(),
    userId: uuid('staff_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id, { onDelete: 'cascade' }),
    token: text('token').notNull().unique(),
    expiresAt: at('expires_at').notNull(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
  },
  (t) => [index('sessions_by_person').on(t.userId)],
);

/** Passwords, hashed with argon2id. */
export const credentials = pgTable(
  'credentials',
  {
    id: uuid('id').primaryKey(),
    userId: uuid('staff_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id, { onDelete: 'cascade' }),
    accountId: text('account_id').notNull(),
    providerId: text('provider_id').notNull(),
    password: text('password'),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: at('access_token_expires_at'),
    refreshTokenExpiresAt: at('refresh_token_expires_at'),
    scope: text('scope'),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
  },
  (t) => [index('credentials_by_person').on(t.userId)],
);

/** Open invitations and resets. */
export const verifications = pgTable('verifications', {
  id: uuid('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: at('expires_at').notNull(),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});

/** Failed sign-ins, counted per account and per network address (the columns are those of rate-limiter-flexible). */
export const signInLimits = pgTable('sign_in_limits', {
  key: varchar('key', { length: 255 }).primaryKey(),
  points: integer('points').notNull().default(0),
  expire: bigint('expire', { mode: 'number' }),
});

/** The clock of this machine as it was last believed: one row. A clock that jumps removes nothing. */
export const serverClock = pgTable(
  'server_clock',
  {
    only: boolean('only').primaryKey().default(true),
    seenAt: at('seen_at').notNull(),
    /** What the clock showed when it was not believed; null where it is. */
    doubted: at('doubted'),
  },
  (t) => [check('server_clock_one_row', sql`${t.only}`)],
);
