import { z } from 'zod';

/** A camper as the roster takes him. */
export const rosterRowSchema = z.object({
  bib: z.number().int().min(1).max(9999),
  name: z.string().trim().min(1).max(120),
  born: z.iso.date(),
  hand: z.enum(['R', 'L']),
  throwsBoth: z.boolean(),
  heightCentimetres: z.number().min(80).max(230),
  guardian: z.string().trim().min(1).max(120),
  guardianEmail: z.email().max(200).nullable(),
  guardianPhone: z.string().trim().max(60).nullable(),
  consentToFilm: z.boolean(),
  consentToShare: z.boolean(),
  consentUntil: z.iso.date().nullable(),
  togetherWith: z.string().trim().max(60).nullable(),
});
export type RosterRow = z.output<typeof rosterRowSchema>;
