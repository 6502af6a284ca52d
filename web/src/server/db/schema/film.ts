import { sql } from 'drizzle-orm';
import { bigint, check, date, doublePrecision, integer, pgTable, real, smallint, text, unique, uuid } from 'drizzle-orm/pg-core';
import { campers } from './roster.ts';
import { whoAndWhen } from './staff.ts';

export const deliveries = pgTable(
  'deliveries',
  {
    id: uuid('id').primaryKey(),
    camperId: uuid('camper_id')
      .notNull()
      .references(() => campers.id),
    number: integer('number').notNull(),
    kind: text('kind', { enum: ['stretch', 'windUp', 'quick', 'drill'] })
      .notNull()
      .default('stretch'),
    thrownOn: date('thrown_on').notNull(),
    ...whoAndWhen(),
  },
  (t) => [unique('deliveries_one_number_per_camper').on(t.camperId, t.number)],
);

/** A film of one delivery from one view. The original lies untouched under its SHA-256; the bench copy is only for showing. */
export const clips = pgTable(
  'clips',
  {
    id: uuid('id').primaryKey(),
    deliveryId: uuid('delivery_id')
      .notNull()
      .references(() => deliveries.id),
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
  },
  (t) => [
    unique('clips_one_per_view').on(t.deliveryId, t.view),
    check('clips_ready_has_index', sql`${t.state} <> 'ready' or ${t.frameTimes} is not null`),
  ],
);

/** Files that were turned away, with the reason, until somebody has read it. Nothing else of them is kept. */
export const refusals = pgTable('refusals', {
  id: uuid('id').primaryKey(),
  deliveryId: uuid('delivery_id')
    .notNull()
    .references(() => deliveries.id),
  view: text('view').notNull(),
  fileName: text('file_name').notNull(),
  code: text('code').notNull(),
  reason: text('reason').notNull(),
  ...whoAndWhen(),
});
