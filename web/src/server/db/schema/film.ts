import type { CameraId, CampId, CamperId, ClipId, DeliveryId, DroppedFileId, FilmId, StaffId } from '@stride-chalk/core';
import { OCCASIONS, PITCH_HEIGHTS, PITCH_RESULTS, PITCH_SIDES, PITCHES, SPEED_UNITS } from '@stride-chalk/core';
import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  date,
  doublePrecision,
  index,
  integer,
  pgTable,
  real,
  smallint,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { campers } from './roster.ts';
import { at } from './columns.ts';
import { camps, staff, whoAndWhen } from './staff.ts';

export const deliveries = pgTable(
  'deliveries',
  {
    id: uuid('id').$type<DeliveryId>().primaryKey(),
    camperId: uuid('camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id),
    number: integer('number').notNull(),
    kind: text('kind', { enum: ['stretch', 'windUp', 'quick', 'drill'] })
      .notNull()
      .default('stretch'),
    thrownOn: date('thrown_on').notNull(),
    /** Where it was thrown. What was not thrown at the camp is in no count of its ledger: the family tells that at the gate. */
    occasion: text('occasion', { enum: ['camp', ...OCCASIONS] })
      .notNull()
      .default('camp'),
    ...whoAndWhen(),
  },
  (t) => [unique('deliveries_one_number_per_camper').on(t.camperId, t.number)],
);

/** A camera, as its folder or its files name it. What the staff say of it holds for all its films. */
export const cameras = pgTable(
  'cameras',
  {
    id: uuid('id').$type<CameraId>().primaryKey(),
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    /** Its folder and its device: the same for all its films. */
    key: text('key').notNull(),
    name: text('name').notNull(),
    /** From where it films, and at which mound; null until somebody or its slate says so. */
    view: text('view', { enum: ['openSide', 'closedSide', 'front', 'rear'] }),
    mound: text('mound'),
    ...whoAndWhen(),
  },
  (t) => [unique('cameras_one_per_key').on(t.campId, t.key)],
);

/** A file as it came. It lies untouched under its SHA-256; the same bytes twice are one film of a camp. */
export const films = pgTable(
  'films',
  {
    id: uuid('id').$type<FilmId>().primaryKey(),
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    sha256: text('sha256').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    codec: text('codec').notNull(),
    /** Upright display size. */
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    /** Which device and setting it comes from, as far as the file or the browser tells. */
    device: text('device'),
    /** Which camera it comes from, where it came in a folder. */
    cameraId: uuid('camera_id')
      .$type<CameraId>()
      .references(() => cameras.id),
    /** When it begins, by the camera's own clock; null where nothing says so. */
    recordedAt: at('recorded_at'),
    /** How long it plays, in seconds of the file. */
    seconds: doublePrecision('seconds'),
    /** When its original was taken away although clips of it stay: a child who is in it was erased. Null: it lies here. */
    originalGoneAt: at('original_gone_at'),
    /** When it was looked through for slates; null where not yet. */
    slatesReadAt: at('slates_read_at'),
    ...whoAndWhen(),
  },
  (t) => [unique('films_once_a_camp').on(t.campId, t.sha256), index('films_by_bytes').on(t.sha256)],
);

/** A file that came in a folder from a computer, and what became of it. */
export const droppedFiles = pgTable(
  'dropped_files',
  {
    id: uuid('id').$type<DroppedFileId>().primaryKey(),
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    /** The film that it is; null until it is one. */
    filmId: uuid('film_id')
      .$type<FilmId>()
      .references(() => films.id, { onDelete: 'cascade' }),
    fileName: text('file_name').notNull(),
    folder: text('folder').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    /** When the file was changed last, by the clock of its camera. */
    modifiedAt: at('modified_at').notNull(),
    /** 'double': a film with these bytes was there. 'failed': for a reason that is none of the film's. */
    state: text('state', { enum: ['waiting', 'looking', 'taken', 'double', 'refused', 'failed'] }).notNull(),
    /** Why it was refused or has failed, in words. */
    reason: text('reason'),
    progress: real('progress').notNull().default(0),
    ...whoAndWhen(),
  },
  (t) => [
    index('dropped_files_of_camp').on(t.campId),
    index('dropped_files_of_film').on(t.filmId),
    check('dropped_files_say_why', sql`(${t.state} in ('refused', 'failed')) = (${t.reason} is not null)`),
    check('dropped_files_have_a_film', sql`(${t.state} in ('taken', 'double')) = (${t.filmId} is not null)`),
  ],
);

/** A slate that was read in a film. */
export const filmSlates = pgTable(
  'film_slates',
  {
    id: uuid('id').primaryKey(),
    filmId: uuid('film_id')
      .$type<FilmId>()
      .notNull()
      .references(() => films.id, { onDelete: 'cascade' }),
    /** Where it is seen first, in seconds of the file. */
    seconds: doublePrecision('seconds').notNull(),
    /** null on the card of a camera. */
    bib: integer('bib'),
    view: text('view', { enum: ['openSide', 'closedSide', 'front', 'rear'] }),
    /** When it was shown, where it says so. */
    shownAt: at('shown_at'),
  },
  (t) => [index('slates_of_film').on(t.filmId)],
);

/** A range of a film that shows one delivery from one view, or of which nobody has said yet what it shows. The bench copy is only for showing. */
export const clips = pgTable(
  'clips',
  {
    id: uuid('id').$type<ClipId>().primaryKey(),
    filmId: uuid('film_id')
      .$type<FilmId>()
      .notNull()
      .references(() => films.id),
    /** The range, in seconds of the file; null for the whole film. */
    fromSeconds: doublePrecision('from_seconds'),
    toSeconds: doublePrecision('to_seconds'),
    deliveryId: uuid('delivery_id')
      .$type<DeliveryId>()
      .references(() => deliveries.id),
    view: text('view', { enum: ['openSide', 'closedSide', 'front', 'rear'] }),
    /** Why it is set aside: it shows nothing that can be used. */
    uselessWhy: text('useless_why'),
    /** What its film was called when it came for this clip. It can name a child, so that it goes with the clip. */
    fileName: text('file_name').notNull(),
    towardsTarget: smallint('towards_target'),
    captureScale: real('capture_scale').notNull().default(1),
    /** How the scale is known: by a tag of the file, because its rate leaves no doubt, by somebody's answer; 'open' until somebody answers. */
    captureKnown: text('capture_known', { enum: ['tag', 'sure', 'answered', 'open'] })
      .notNull()
      .default('answered'),
    scaledBy: uuid('scaled_by')
      .$type<StaffId>()
      .references(() => staff.id),
    scaledAt: at('scaled_at'),
    /** Time of every frame in the file, in seconds; null until indexed. */
    frameTimes: doublePrecision('frame_times').array(),
    benchWidth: integer('bench_width'),
    benchHeight: integer('bench_height'),
    /** 'failed': for a reason that is none of the film's; it is kept, and can be tried again. */
    state: text('state', { enum: ['checking', 'copying', 'ready', 'failed'] }).notNull(),
    /** Why it has failed, in words. */
    problem: text('problem'),
    /** It waits in the lane for long films. */
    long: boolean('long').notNull().default(false),
    progress: real('progress').notNull().default(0),
    /** Removed with work on it: out of every list, kept for a day so that it can be put back. */
    removedAt: at('removed_at'),
    removedBy: uuid('removed_by')
      .$type<StaffId>()
      .references(() => staff.id),
    /** Its retention is over: out of every list, and removed some weeks later unless a lead takes it back. */
    hiddenAt: at('hidden_at'),
    ...whoAndWhen(),
  },
  (t) => [
    index('clips_of_film').on(t.filmId),
    uniqueIndex('clips_one_per_view').on(t.deliveryId, t.view).where(sql`removed_at is null`),
    check('clips_of_a_delivery_have_a_view', sql`(${t.deliveryId} is null) = (${t.view} is null)`),
    check('clips_set_aside_are_of_nobody', sql`${t.uselessWhy} is null or ${t.deliveryId} is null`),
    check('clips_range', sql`(${t.fromSeconds} is null) = (${t.toSeconds} is null) and ${t.fromSeconds} < ${t.toSeconds}`),
    check('clips_removed_by_somebody', sql`(${t.removedAt} is null) = (${t.removedBy} is null)`),
    check('clips_failed_says_why', sql`(${t.state} = 'failed') = (${t.problem} is not null)`),
    check('clips_ready_has_index', sql`${t.state} <> 'ready' or ${t.frameTimes} is not null`),
  ],
);

/** Of a clip that was not filmed at the camp: where and when, who sent it, and what became of the pitch. */
export const clipOrigins = pgTable(
  'clip_origins',
  {
    clipId: uuid('clip_id')
      .$type<ClipId>()
      .primaryKey()
      .references(() => clips.id, { onDelete: 'cascade' }),
    occasion: text('occasion', { enum: OCCASIONS }).notNull(),
    filmedOn: date('filmed_on').notNull(),
    sentBy: text('sent_by'),
    pitch: text('pitch', { enum: PITCHES }),
    result: text('result', { enum: PITCH_RESULTS }),
    /** Where it went, as the pitcher sees it. */
    height: text('height', { enum: PITCH_HEIGHTS }),
    side: text('side', { enum: PITCH_SIDES }),
    speed: real('speed'),
    speedUnit: text('speed_unit', { enum: SPEED_UNITS }),
    ...whoAndWhen(),
  },
  (t) => [check('clip_origins_speed', sql`(${t.speed} is null) = (${t.speedUnit} is null) and ${t.speed} > 0`)],
);

/** Somebody is to be filmed once more from a view. Done as soon as a film of a later throw from there stands under him; that is reckoned, not kept. */
export const refilms = pgTable(
  'refilms',
  {
    id: uuid('id').primaryKey(),
    camperId: uuid('camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id),
    view: text('view', { enum: ['openSide', 'closedSide', 'front', 'rear'] }).notNull(),
    why: text('why').notNull(),
    ...whoAndWhen(),
  },
  (t) => [index('refilms_of_camper').on(t.camperId)],
);

/** What was said of a device once: how much slower its files play than they were filmed. Kept for its next files at the camp. */
export const captureAnswers = pgTable(
  'capture_answers',
  {
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    device: text('device').notNull(),
    captureScale: real('capture_scale').notNull(),
    ...whoAndWhen(),
  },
  (t) => [unique('capture_answers_one_per_device').on(t.campId, t.device)],
);

/** Files that were turned away, with the reason, until somebody has read it. Nothing else of them is kept. */
export const refusals = pgTable(
  'refusals',
  {
    id: uuid('id').primaryKey(),
    deliveryId: uuid('delivery_id')
      .$type<DeliveryId>()
      .notNull()
      .references(() => deliveries.id),
    view: text('view').notNull(),
    fileName: text('file_name').notNull(),
    code: text('code').notNull(),
    reason: text('reason').notNull(),
    ...whoAndWhen(),
  },
  (t) => [index('refusals_by_delivery').on(t.deliveryId)],
);
