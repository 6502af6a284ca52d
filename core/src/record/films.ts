import { z } from 'zod';
import { DELIVERY_KINDS, VIEW_IDS } from '../sheet/shape.ts';
import { filmStateSchema, viewSchema } from './codes.ts';
import { camperIdSchema, deliveryIdSchema, clipIdSchema } from './ids.ts';

/** What is said of a film in the address to which its bytes are sent. */
export const filmQuerySchema = z.object({
  deliveryId: deliveryIdSchema,
  view: z.enum(VIEW_IDS),
  fileName: z.string().min(1).max(1000),
  /** How the browser that sends it calls itself. */
  browser: z.string().max(60).optional(),
});
/**
 * What a film is whose bytes a phone has brought, in parts, to `/api/uploads` under the id in the address: which throw it shows, by the id under which that was tapped, and from where.
 */
export const moundFilmSchema = z.object({
  camperId: camperIdSchema,
  throwsId: z.uuid(),
  view: z.enum(VIEW_IDS),
  fileName: z.string().min(1).max(200),
  /** Of the bytes as the phone has them: what has arrived is the film only when it is the same. */
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  bytes: z.number().int().min(1),
});

/** How much of a film has arrived, and how much it is, in bytes. */
export const arrivedSchema = z.object({ offset: z.number().int(), length: z.number().int() });

/** At which mound a device stands, and from where it films; null where it counts. */
export const moundClaimSchema = z.object({ mound: z.string().trim().min(1).max(40), view: z.enum(VIEW_IDS).nullable() });
/** Another device at the same mound: whose, from where, since when. */
export const atMoundSchema = z.object({ by: z.string(), view: viewSchema.nullable(), since: z.iso.datetime() });

export const filmTakenSchema = z.object({ id: clipIdSchema, state: filmStateSchema });

export const filmStandingSchema = z.object({
  id: clipIdSchema,
  state: filmStateSchema,
  /** Share of the step that is under way, 0 to 1. */
  progress: z.number(),
  fileName: z.string(),
  view: viewSchema,
});

/** The rate at which a film was taken against that of its file; `confirmed` where work on it is to be reckoned anew. */
export const captureScaleSchema = z.object({
  captureScale: z.number().positive().max(100),
  confirmed: z.boolean().default(false),
});
export const captureScaleKeptSchema = captureScaleSchema.pick({ captureScale: true });

/** Where a film belongs. */
export const moveFilmSchema = z.object({ bib: z.number().int(), delivery: z.number().int(), view: z.enum(VIEW_IDS) });
/** What became of a film that was removed: 'gone' where no work was on it, else 'kept' for a day. */
export const removedFilmSchema = z.object({ removed: z.enum(['gone', 'kept']) });

export const newDeliverySchema = z.object({
  id: deliveryIdSchema,
  camperId: camperIdSchema,
  kind: z.enum(DELIVERY_KINDS),
  thrownOn: z.iso.date(),
});

/** The views that the simulated camera films. */
export const simulatedFilmSchema = z.object({ deliveryId: deliveryIdSchema, view: z.enum(['openSide', 'front']) });
