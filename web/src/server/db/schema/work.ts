import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  real,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import {
  evaluationDocumentSchema,
  keptWordsSchema,
  handOutFrameSchema,
  MARK_ORIGINS,
  ORIGINS,
  SHAPES,
  drawnPointsSchema,
  type CamperId,
  type ClipId,
  type DeliveryId,
  type EvaluationId,
  type SheetId,
  type StaffId,
} from '@stride-chalk/core';
import { at, document } from './columns.ts';
import { clips, deliveries } from './film.ts';
import { campers } from './roster.ts';
import { sheets, staff, whoAndWhen } from './staff.ts';

/** Everything that was entered at the bench, as it arrived: who, when, what. Never changed. */
export const entries = pgTable(
  'entries',
  {
    id: uuid('id').primaryKey(),
    target: text('target').notNull(),
    /** As it arrived, in the form of its time: `entrySchema` reads what is shown of it. */
    body: jsonb('body').$type<unknown>().notNull(),
    enteredBy: uuid('entered_by')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    enteredAt: at('entered_at').notNull().defaultNow(),
    /** When it was entered, by the server's clock: it may have waited on a device. The newest of a target holds. */
    madeAt: at('made_at').notNull().defaultNow(),
  },
  (t) => [index('entries_by_target').on(t.target, t.madeAt, t.id)],
);

const entered = () => ({
  entryId: uuid('entry_id').notNull(),
  enteredBy: uuid('entered_by')
    .$type<StaffId>()
    .notNull()
    .references(() => staff.id),
  enteredAt: at('entered_at').notNull().defaultNow(),
});

export const marks = pgTable(
  'marks',
  {
    clipId: uuid('clip_id')
      .$type<ClipId>()
      .notNull()
      .references(() => clips.id),
    event: text('event').notNull(),
    frame: integer('frame').notNull(),
    frameTo: integer('frame_to'),
    /** 'confirmed': proposed by the computer, and a person has seen that it is right. */
    origin: text('origin', { enum: MARK_ORIGINS }).notNull().default('placed'),
    /** One standard deviation in frames of what was confirmed; null where it was placed by hand. */
    spread: real('spread'),
    /** How far apart two people have marked it: the standard deviation of their frames; null where only one has. */
    coachSpread: real('coach_spread'),
    ...entered(),
  },
  (t) => [
    check('marks_spread', sql`${t.spread} >= 0 and ${t.coachSpread} >= 0`),
    unique('marks_one_per_event').on(t.clipId, t.event),
    check('marks_interval', sql`${t.frame} >= 0 and (${t.frameTo} is null or ${t.frameTo} >= ${t.frame})`),
  ],
);

export const points = pgTable(
  'points',
  {
    clipId: uuid('clip_id')
      .$type<ClipId>()
      .notNull()
      .references(() => clips.id),
    event: text('event').notNull(),
    point: text('point').notNull(),
    x: doublePrecision('x').notNull(),
    y: doublePrecision('y').notNull(),
    pointSd: real('point_sd').notNull(),
    /** The frame on which it was placed; null for points from before that was kept. */
    frame: integer('frame'),
    /** 'guessed': taken as the product proposed it, untouched. */
    origin: text('origin', { enum: ORIGINS }).notNull().default('placed'),
    ...entered(),
  },
  (t) => [unique('points_one_per_event').on(t.clipId, t.event, t.point), check('points_sd', sql`${t.pointSd} >= 0`)],
);

/** What is drawn by hand on a frame: the client names each drawing, and nothing of it is measured. */
export const strokes = pgTable(
  'strokes',
  {
    stroke: uuid('stroke').primaryKey(),
    clipId: uuid('clip_id')
      .$type<ClipId>()
      .notNull()
      .references(() => clips.id),
    frame: integer('frame').notNull(),
    shape: text('shape', { enum: SHAPES }).notNull(),
    points: document('points', drawnPointsSchema).notNull(),
    text: text('text'),
    ...entered(),
  },
  (t) => [index('strokes_by_frame').on(t.clipId, t.frame), check('strokes_frame', sql`${t.frame} >= 0`)],
);

export const scores = pgTable(
  'scores',
  {
    deliveryId: uuid('delivery_id')
      .$type<DeliveryId>()
      .notNull()
      .references(() => deliveries.id),
    checkpoint: text('checkpoint').notNull(),
    coachId: uuid('coach_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    sheetId: uuid('sheet_id')
      .$type<SheetId>()
      .notNull()
      .references(() => sheets.id),
    /** '0' to '3', or 'NV' for not visible. */
    level: text('level').notNull(),
    faults: text('faults').array().notNull().default([]),
    note: text('note'),
    ...entered(),
  },
  (t) => [
    index('scores_by_coach').on(t.coachId, t.deliveryId),
    unique('scores_one_per_coach').on(t.deliveryId, t.checkpoint, t.coachId),
    check('scores_level', sql`${t.level} in ('0', '1', '2', '3', 'NV')`),
  ],
);

/**
 * The level that holds where coaches differ: what one proposes and another agrees to, or what the lead decides. The scores of both stay. A trigger lets a
 * row be agreed to once and refuses every other change; the newest that holds counts.
 */
export const agreedLevels = pgTable(
  'agreed_levels',
  {
    id: uuid('id').primaryKey(),
    deliveryId: uuid('delivery_id')
      .$type<DeliveryId>()
      .notNull()
      .references(() => deliveries.id),
    checkpoint: text('checkpoint').notNull(),
    sheetId: uuid('sheet_id')
      .$type<SheetId>()
      .notNull()
      .references(() => sheets.id),
    level: text('level').notNull(),
    faults: text('faults').array().notNull().default([]),
    reason: text('reason').notNull(),
    /** The lead has decided it, whatever the two say. */
    decided: boolean('decided').notNull(),
    /** The other coach, who has agreed; null while he has not. */
    agreedBy: uuid('agreed_by')
      .$type<StaffId>()
      .references(() => staff.id),
    agreedAt: at('agreed_at'),
    enteredBy: uuid('entered_by')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    enteredAt: at('entered_at').notNull().defaultNow(),
  },
  (t) => [
    index('agreed_levels_by_delivery').on(t.deliveryId, t.checkpoint),
    check('agreed_levels_level', sql`${t.level} in ('0', '1', '2', '3', 'NV')`),
    check('agreed_levels_reason', sql`length(trim(${t.reason})) > 0`),
    check('agreed_levels_agreed_by_somebody', sql`(${t.agreedAt} is null) = (${t.agreedBy} is null)`),
    check('agreed_levels_by_two', sql`${t.agreedBy} is distinct from ${t.enteredBy}`),
  ],
);

/** An evaluation of one camper. A released one is a snapshot: a trigger refuses every UPDATE and DELETE of it. */
export const evaluations = pgTable(
  'evaluations',
  {
    id: uuid('id').$type<EvaluationId>().primaryKey(),
    camperId: uuid('camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id),
    version: integer('version').notNull(),
    sheetId: uuid('sheet_id')
      .$type<SheetId>()
      .notNull()
      .references(() => sheets.id),
    document: document('document', evaluationDocumentSchema).notNull(),
    /** Counted up with every change of a draft, so that two who write do not undo each other unseen. */
    revision: integer('revision').notNull().default(1),
    /** Freeze frames of a released evaluation: focus number to the SHA-256 of the picture. */
    pictures: document('pictures', keptWordsSchema).notNull().default({}),
    /** What a released page shows beside the document: name, age, figures drawn; null for a draft. */
    snapshot: document('snapshot', handOutFrameSchema),
    releasedAt: at('released_at'),
    releasedBy: uuid('released_by')
      .$type<StaffId>()
      .references(() => staff.id),
    ...whoAndWhen(),
  },
  (t) => [
    unique('evaluations_one_per_version').on(t.camperId, t.version),
    uniqueIndex('evaluations_one_draft').on(t.camperId).where(sql`released_at is null`),
    check('evaluations_released_whole', sql`(${t.releasedAt} is null) = (${t.snapshot} is null)`),
  ],
);

/** What a draft said before somebody else changed it, or it was drafted anew: the way back. It goes with the child. */
export const formerDrafts = pgTable(
  'former_drafts',
  {
    id: uuid('id').primaryKey(),
    camperId: uuid('camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id),
    version: integer('version').notNull(),
    document: document('document', evaluationDocumentSchema).notNull(),
    /** Who wrote it, and when. */
    writtenBy: uuid('written_by')
      .$type<StaffId>()
      .references(() => staff.id),
    writtenAt: at('written_at').notNull(),
    ...whoAndWhen(),
  },
  (t) => [index('former_drafts_by_camper').on(t.camperId, t.enteredAt)],
);
