import { z } from 'zod';
import { CONSENT_WAYS } from '../roster/consent.ts';
import { rosterPatchSchema, rosterRowSchema } from '../roster/roster-row.ts';
import { camperIdSchema } from './ids.ts';

/** The facts of a camper as the roster's form keeps them. Consent has a gate of its own: this form neither gives nor takes it. */
export const camperFactsSchema = rosterRowSchema.omit({ consentToFilm: true, consentToShare: true, consentUntil: true });

/** What a family has answered about filming. */
export const consentSchema = z
  .object({
    film: z.boolean(),
    share: z.boolean(),
    /** Left out by pages from before it was asked: what was said before stays. */
    training: z.boolean().optional(),
    until: z.iso.date().nullable(),
    givenBy: z.string().trim().min(1).max(120),
    how: z.enum(CONSENT_WAYS).exclude(['before the history']),
  })
  .refine((c) => c.film || !c.share, { message: 'what may not be filmed cannot be shared', path: ['share'] })
  .refine((c) => c.film || !c.training, { message: 'what may not be filmed cannot be used for training', path: ['training'] });

/** From which minute of a day on a camper who comes late is there; null: he is not late after all. */
export const lateSchema = z.object({ day: z.iso.date(), fromMinute: z.number().int().min(0).max(1440).nullable() });
export const withdrawalSchema = z.object({ withdrawn: z.boolean() });

/** Asks the other camps of the organisation whether they know the child, or says of one of their campers whether he is. */
export const sameChildSchema = z.union([
  z.object({ ask: z.literal(true) }),
  z.object({ other: camperIdSchema, is: z.enum(['same', 'other']) }),
]);

/** It cannot be taken back, so the bib is typed once more. */
export const erasureSchema = z.object({
  reason: z.enum(['asked by the family', 'retention ended', 'entered by mistake']),
  bib: z.number().int(),
});
export const erasedSchema = z.object({
  /** What was erased, and how many of each. */
  removed: z.record(z.string(), z.number().int()),
});

/** The rows of a file that was read and mended in the browser. */
export const importSchema = z.object({
  rows: z
    .array(
      z.object({
        said: rosterPatchSchema,
        decision: z.union([z.enum(['match', 'new']), z.object({ update: camperIdSchema })]),
        consent: z.enum(['keep', 'take']).nullable(),
      }),
    )
    .max(5000),
});
