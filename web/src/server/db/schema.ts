import { sql } from 'drizzle-orm';
import {
  bigint, boolean, check, date, doublePrecision, index, integer, jsonb, pgTable, real, smallint, text, timestamp, unique, uniqueIndex, uuid,
} from 'drizzle-orm/pg-core';
import type { EvaluationDocument, Sheet } from '@stride-chalk/core';

const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
const whoAndWhen = () => ({
  enteredBy: uuid('entered_by').references(() => staff.id),
  enteredAt: at('entered_at').notNull().defaultNow(),
});

/** A checkpoint sheet, one row per version. Old scores keep the version they were made under. */
export const sheets = pgTable('sheets', {
  id: uuid('id').primaryKey(),
  key: text('key').notNull(),
  version: integer('version').notNull(),
  document: jsonb('document').$type<Sheet>().notNull(),
}, (t) => [unique('sheets_one_row_per_version').on(t.key, t.version)]);

export const camps = pgTable('camps', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  place: text('place').notNull(),
  firstDay: date('first_day').notNull(),
  lastDay: date('last_day').notNull(),
  timeZone: text('time_zone').notNull(),
  units: text('units', { enum: ['metric', 'imperial'] }).notNull(),
  sheetId: uuid('sheet_id').notNull().references(() => sheets.id),
  schools: jsonb('schools').$type<Record<string, string>>().notNull().default({}),
}, (t) => [check('camps_days_in_order', sql`${t.lastDay} >= ${t.firstDay}`)]);

export const staff = pgTable('staff', {
  id: uuid('id').primaryKey(),
  campId: uuid('camp_id').notNull().references(() => camps.id),
  name: text('name').notNull(),
  role: text('role', { enum: ['lead', 'coach', 'helper'] }).notNull(),
}, (t) => [check('staff_role', sql`${t.role} in ('lead', 'coach', 'helper')`)]);

export const campers = pgTable('campers', {
  id: uuid('id').primaryKey(),
  campId: uuid('camp_id').notNull().references(() => camps.id),
  bib: integer('bib').notNull(),
  name: text('name').notNull(),
  born: date('born').notNull(),
  hand: text('hand', { enum: ['R', 'L'] }).notNull(),
  heightCentimetres: real('height_centimetres').notNull(),
  guardian: text('guardian').notNull(),
  consentToFilm: boolean('consent_to_film').notNull().default(false),
  sore: boolean('sore').notNull().default(false),
  ...whoAndWhen(),
}, (t) => [
  unique('campers_one_bib_per_camp').on(t.campId, t.bib),
  check('campers_hand', sql`${t.hand} in ('R', 'L')`),
  check('campers_height', sql`${t.heightCentimetres} between 80 and 230`),
]);

export const deliveries = pgTable('deliveries', {
  id: uuid('id').primaryKey(),
  camperId: uuid('camper_id').notNull().references(() => campers.id),
  number: integer('number').notNull(),
  kind: text('kind', { enum: ['stretch', 'windUp', 'quick', 'drill'] }).notNull().default('stretch'),
  thrownOn: date('thrown_on').notNull(),
  ...whoAndWhen(),
}, (t) => [unique('deliveries_one_number_per_camper').on(t.camperId, t.number)]);

/** A film of one delivery from one view. The original lies untouched under its SHA-256; the bench copy is only for showing. */
export const clips = pgTable('clips', {
  id: uuid('id').primaryKey(),
  deliveryId: uuid('delivery_id').notNull().references(() => deliveries.id),
  view: text('view', { enum: ['openSide', 'closedSide', 'front', 'rear'] }).notNull(),
  fileName: text('file_name').notNull(),
  sha256: text('sha256').notNull(),
  bytes: bigint('bytes', { mode: 'number' }).notNull(),
  codec: text('codec').notNull(),
  width: integer('width').notNull(),
  height: integer('height').notNull(),
  towardsTarget: smallint('towards_target'),
  captureScale: real('capture_scale').notNull().default(1),
  /** Time of every frame in the file, in seconds; null until indexed. */
  frameTimes: doublePrecision('frame_times').array(),
  benchWidth: integer('bench_width'),
  benchHeight: integer('bench_height'),
  state: text('state', { enum: ['checking', 'copying', 'ready'] }).notNull(),
  progress: real('progress').notNull().default(0),
  ...whoAndWhen(),
}, (t) => [
  unique('clips_one_per_view').on(t.deliveryId, t.view),
  check('clips_ready_has_index', sql`${t.state} <> 'ready' or ${t.frameTimes} is not null`),
]);

/** Files that were turned away, with the reason, until somebody has read it. Nothing else of them is kept. */
export const refusals = pgTable('refusals', {
  id: uuid('id').primaryKey(),
  deliveryId: uuid('delivery_id').notNull().references(() => deliveries.id),
  view: text('view').notNull(),
  fileName: text('file_name').notNull(),
  code: text('code').notNull(),
  reason: text('reason').notNull(),
  ...whoAndWhen(),
});

/** Everything that was entered at the bench, as it arrived: who, when, what. Never changed. */
export const entries = pgTable('entries', {
  id: uuid('id').primaryKey(),
  target: text('target').notNull(),
  body: jsonb('body').notNull(),
  enteredBy: uuid('entered_by').notNull().references(() => staff.id),
  enteredAt: at('entered_at').notNull().defaultNow(),
}, (t) => [index('entries_by_target').on(t.target, t.id)]);

const entered = () => ({
  entryId: uuid('entry_id').notNull(),
  enteredBy: uuid('entered_by').notNull().references(() => staff.id),
  enteredAt: at('entered_at').notNull().defaultNow(),
});

export const marks = pgTable('marks', {
  clipId: uuid('clip_id').notNull().references(() => clips.id),
  event: text('event').notNull(),
  frame: integer('frame').notNull(),
  frameTo: integer('frame_to'),
  ...entered(),
}, (t) => [
  unique('marks_one_per_event').on(t.clipId, t.event),
  check('marks_interval', sql`${t.frame} >= 0 and (${t.frameTo} is null or ${t.frameTo} >= ${t.frame})`),
]);

export const points = pgTable('points', {
  clipId: uuid('clip_id').notNull().references(() => clips.id),
  event: text('event').notNull(),
  point: text('point').notNull(),
  x: doublePrecision('x').notNull(),
  y: doublePrecision('y').notNull(),
  pointSd: real('point_sd').notNull(),
  ...entered(),
}, (t) => [unique('points_one_per_event').on(t.clipId, t.event, t.point), check('points_sd', sql`${t.pointSd} >= 0`)]);

export const scores = pgTable('scores', {
  deliveryId: uuid('delivery_id').notNull().references(() => deliveries.id),
  checkpoint: text('checkpoint').notNull(),
  coachId: uuid('coach_id').notNull().references(() => staff.id),
  sheetId: uuid('sheet_id').notNull().references(() => sheets.id),
  /** '0' to '3', or 'NV' for not visible. */
  level: text('level').notNull(),
  faults: text('faults').array().notNull().default([]),
  note: text('note'),
  ...entered(),
}, (t) => [
  unique('scores_one_per_coach').on(t.deliveryId, t.checkpoint, t.coachId),
  check('scores_level', sql`${t.level} in ('0', '1', '2', '3', 'NV')`),
]);

/** An evaluation of one camper. A released one is a snapshot: a trigger refuses every UPDATE and DELETE of it. */
export const evaluations = pgTable('evaluations', {
  id: uuid('id').primaryKey(),
  camperId: uuid('camper_id').notNull().references(() => campers.id),
  version: integer('version').notNull(),
  sheetId: uuid('sheet_id').notNull().references(() => sheets.id),
  document: jsonb('document').$type<EvaluationDocument>().notNull(),
  /** Freeze frames of a released evaluation: focus number to the SHA-256 of the picture. */
  pictures: jsonb('pictures').$type<Record<string, string>>().notNull().default({}),
  /** What a released page shows beside the document: name, age, figures drawn; null for a draft. */
  snapshot: jsonb('snapshot'),
  releasedAt: at('released_at'),
  releasedBy: uuid('released_by').references(() => staff.id),
  ...whoAndWhen(),
}, (t) => [
  unique('evaluations_one_per_version').on(t.camperId, t.version),
  uniqueIndex('evaluations_one_draft').on(t.camperId).where(sql`released_at is null`),
  check('evaluations_released_whole', sql`(${t.releasedAt} is null) = (${t.snapshot} is null)`),
]);
