import { z } from 'zod';
import { captureKnownSchema, deliveryKindSchema, filmStateSchema, viewSchema, list } from './codes.ts';
import { clipOriginSchema, OCCASIONS } from './tray.ts';
import { idSchema, deliveryIdSchema, clipIdSchema } from './ids.ts';

const listedFilmSchema = z.object({
  id: clipIdSchema,
  deliveryId: deliveryIdSchema,
  view: viewSchema,
  fileName: z.string(),
  state: filmStateSchema,
  /** Why it has failed, in words. */
  problem: z.string().nullable(),
  /** Share of the step that is under way, 0 to 1. */
  progress: z.number(),
  /** The bib on the slate in it, where that is another one than the camper's. */
  slateBib: z.number().int().nullable(),
  captureScale: z.number().positive(),
  captureKnown: captureKnownSchema,
  frames: z.number().int().nullable(),
  /** Frames a second of the file; null until they are counted. */
  rate: z.number().nullable(),
});
export type ListedFilm = z.infer<typeof listedFilmSchema>;

/** A delivery as it is listed. */
export const deliverySchema = z.object({
  id: deliveryIdSchema,
  number: z.number().int().positive(),
  kind: deliveryKindSchema,
  occasion: z.enum(['camp', ...OCCASIONS]),
});

/** The films of one camper, and the files that were turned away. */
export const camperFilmsSchema = z.object({
  deliveries: list(deliverySchema),
  clips: list(listedFilmSchema),
  /** Of films that were not filmed at the camp: where they come from. */
  origins: list(z.object({ deliveryId: deliveryIdSchema, origin: clipOriginSchema })),
  /** What the simulated camera is at: the share that is done, or why it could not. */
  filming: list(z.object({ deliveryId: deliveryIdSchema, view: viewSchema, share: z.number(), problem: z.string().nullable() })),
  /** Films that were removed with work on them (how many key frames and points): they can be put back for a day. */
  removed: list(
    z.object({ id: clipIdSchema, deliveryId: deliveryIdSchema, view: viewSchema, fileName: z.string(), work: z.number().int() }),
  ),
  refusals: list(
    z.object({ id: idSchema, deliveryId: deliveryIdSchema, view: z.string(), fileName: z.string(), reason: z.string() }),
  ),
});
export type CamperFilms = z.infer<typeof camperFilmsSchema>;
