import { z } from 'zod';
import { strokeSchema } from '../chalk/stroke.ts';
import { AGE_GROUPS } from '../roster/age-group.ts';
import { list } from './codes.ts';
import { planFactsSchema } from './day-plan-page.ts';
import { clipIdSchema } from './ids.ts';

/** What stands in a row as a document of its own: the columns of the database read by these schemas, in every form that was ever kept. */

/** Throws that a family has reported. */
export const keptThrowsSchema = list(
  z.object({ day: z.iso.date(), count: z.number().int(), kind: z.enum(['game', 'bullpen', 'drill']) }),
);
/** What the planner said of its answer. */
export const keptPlanFactsSchema = planFactsSchema.extend({ scorersCut: z.boolean().optional() });
/** Schools and the reasons for them, by checkpoint. */
export const keptWordsSchema = z.record(z.string(), z.string());
/** From the rubber to the plate, in feet. */
export const keptDistancesSchema = z.partialRecord(z.enum(AGE_GROUPS), z.number());
const metres = z.number();
export const keptGroundMarksSchema = z.object({ atRubber: metres, ahead: metres, length: metres });
/** How many rows of each kind an erasure has removed. */
export const keptCountsSchema = z.record(z.string(), z.number());

/** A freeze frame as a hand-out shows it: the frame of the clip, and the points of its figure drawn on it. */
const freezeFrameSchema = z.object({
  clipId: clipIdSchema,
  frame: z.number().int(),
  width: z.number(),
  height: z.number(),
  line: list(z.object({ x: z.number(), y: z.number() })),
  /** What was drawn on it by hand; nothing in hand-outs from before there was chalk. */
  strokes: list(strokeSchema).default([]),
  /** Where the body is in x, so that a narrow picture keeps it; null where that is unknown. */
  centre: z.number().nullable().default(null),
  /** SHA-256 of the kept picture of a released evaluation; null while it is a draft. */
  picture: z.string().nullable(),
});
export type FreezeFrame = z.output<typeof freezeFrameSchema>;

/** What a hand-out shows beside its document; kept with a released evaluation. */
export const handOutFrameSchema = z.object({
  camper: z.object({
    bib: z.number().int(),
    name: z.string(),
    age: z.number(),
    hand: z.enum(['R', 'L']),
    heightCentimetres: z.number(),
  }),
  camp: z.object({
    name: z.string(),
    place: z.string(),
    units: z.enum(['metric', 'imperial']),
    /** Left out in hand-outs from before it was kept. */
    timeZone: z.string().optional(),
  }),
  sheet: z.object({ name: z.string(), version: z.number().int() }),
  coaches: list(z.string()),
  thrownOn: z.iso.date().nullable(),
  /** One per focus area, in order; null where the film does not show it. */
  freezes: list(freezeFrameSchema.nullable()),
});
export type HandOutFrame = z.output<typeof handOutFrameSchema>;
