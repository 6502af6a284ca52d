import { z } from 'zod';
import { MOBILITY_NOTES, SORE_PLACES } from './check-in-words.ts';
import { camperIdSchema } from './ids.ts';

/** Throws that a family reports. Warm-ups and filming are counted at the field itself. */
const throwsSchema = z
  .array(z.object({ day: z.iso.date(), count: z.number().int().min(1).max(300), kind: z.enum(['game', 'bullpen', 'drill']) }))
  .max(10)
  .nullable();

/** What was said of one camper at the gate. */
export const checkInSchema = z.object({
  camperId: camperIdSchema,
  day: z.iso.date(),
  notedAt: z.iso.datetime(),
  present: z.boolean(),
  heightCentimetres: z.number().min(80).max(230).nullable(),
  sore: z.object({ place: z.enum(SORE_PLACES), since: z.iso.date() }).nullable(),
  drillsDone: z.enum(['none', 'some', 'all']).nullable(),
  goals: z.string().trim().max(400).nullable(),
  /** null: not looked at. */
  mobility: z.array(z.enum(MOBILITY_NOTES)).max(MOBILITY_NOTES.length).nullable(),
  /** null: not asked; an empty list: none. */
  throwsReported: throwsSchema,
  /** What the phone knew to be reported when it asked; what it did not know it does not take back. */
  throwsKnown: throwsSchema.default(null),
  /** Pages from before "not asked" say an empty list of what nobody asked about; those that know it say 2. */
  form: z.literal(2).optional(),
});
export type CheckInInput = z.output<typeof checkInSchema>;

/** Whether a check-in holds, and when the server took it: the phone compares that with the moment at which a list was made. */
export const checkedInSchema = z.object({ applied: z.boolean(), at: z.iso.datetime() });
export type CheckedIn = z.infer<typeof checkedInSchema>;
