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

/** What a file says of a camper. A field that is missing was not said: it changes nothing. */
export const rosterPatchSchema = rosterRowSchema.partial();
export type RosterPatch = z.output<typeof rosterPatchSchema>;

/** What stands for a new camper where a file says nothing: nobody has consented, nothing more is known. */
const UNSAID = {
  guardianEmail: null,
  guardianPhone: null,
  consentToFilm: false,
  consentToShare: false,
  consentUntil: null,
  togetherWith: null,
} as const;

/**
 * A whole new camper of what a file says of him; null while something that every camper has is not said.
 *
 * @example wholeRow({ bib: 7 }) // null
 */
export function wholeRow(said: RosterPatch): RosterRow | null {
  const whole = rosterRowSchema.safeParse({ ...UNSAID, ...said });
  return whole.success ? whole.data : null;
}
