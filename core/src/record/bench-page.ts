import { keptGroundMarksSchema } from './kept.ts';
import { z } from 'zod';
import { strokeSchema } from '../chalk/stroke.ts';
import { ORIGINS } from '../figures/point.ts';
import { MARK_ORIGINS } from '../keyframes/mark-time.ts';
import { captureKnownSchema, eventSchema, filmStateSchema, pointSchema, seenSchema, viewSchema, list } from './codes.ts';
import { deliverySchema } from './films-page.ts';
import { staffIdSchema, deliveryIdSchema, clipIdSchema } from './ids.ts';

const frame = z.number().int().nonnegative();

/** A film at the bench: pixels as contract.md has them, the time of every frame in seconds of the file. */
const benchFilmSchema = z.object({
  id: clipIdSchema,
  deliveryId: deliveryIdSchema,
  view: viewSchema,
  width: z.number().int(),
  height: z.number().int(),
  /** Which way in x the target lies; null in line with it. */
  towardsTarget: z.union([z.literal(1), z.literal(-1)]).nullable(),
  /** Which way in x the glove side lies; null from the side. */
  gloveSide: z.union([z.literal(1), z.literal(-1)]).nullable(),
  /** The day of the delivery: one day, one camera position. */
  filmedOn: z.iso.date(),
  captureScale: z.number().positive(),
  captureKnown: captureKnownSchema,
  /** null until they are counted. */
  frameTimes: list(z.number()).nullable(),
  state: filmStateSchema,
});
export type BenchFilm = z.infer<typeof benchFilmSchema>;

const markSchema = z.object({
  clipId: clipIdSchema,
  event: eventSchema,
  frame,
  frameTo: frame.nullable(),
  /** Left out: placed by hand. */
  origin: z.enum(MARK_ORIGINS).optional(),
  /** One standard deviation in frames that is known beside the frame itself. */
  spread: z.number().nonnegative().nullable().optional(),
});
export type BenchMark = z.infer<typeof markSchema>;

const placedSchema = z.object({
  clipId: clipIdSchema,
  event: eventSchema,
  point: pointSchema,
  x: z.number(),
  y: z.number(),
  /** One standard deviation per axis, pixels. */
  sd: z.number().nonnegative(),
  /** The frame on which it was placed; null for points from before that was kept. */
  frame: frame.nullable(),
  origin: z.enum(ORIGINS),
});
export type BenchPoint = z.infer<typeof placedSchema>;

const scoredSchema = z.object({
  deliveryId: deliveryIdSchema,
  checkpoint: z.string(),
  coachId: staffIdSchema,
  level: seenSchema,
  faults: list(z.string()),
  note: z.string().nullable(),
});
export type BenchScore = z.infer<typeof scoredSchema>;

/** Everything that is known of one camper's deliveries. */
const benchSetSchema = z.object({
  /** How the marks of the camp's ground lie; null for four cones. */
  groundMarks: keptGroundMarksSchema.nullable(),
  deliveries: list(deliverySchema),
  clips: list(benchFilmSchema),
  marks: list(markSchema),
  points: list(placedSchema),
  strokes: list(strokeSchema),
  scores: list(scoredSchema),
});
export type BenchSet = z.infer<typeof benchSetSchema>;

/** What one scorer sees at the bench: of levels his own only; of what a colleague has scored, that he has, and no level, fault or note. */
export const scorersBenchSchema = benchSetSchema.extend({
  colleagues: list(z.object({ deliveryId: deliveryIdSchema, checkpoint: z.string(), by: z.string() })),
});
export type ScorersBench = z.infer<typeof scorersBenchSchema>;
