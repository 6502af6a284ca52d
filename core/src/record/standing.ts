import { z } from 'zod';

/** How an arm stands on a day: the limits, a sore arm, and what the lead has allowed beyond them. */
export const standingSchema = z.object({
  day: z.iso.date(),
  /** Whole years on that day. */
  age: z.number().int(),
  dailyMaximum: z.number(),
  thrownToday: z.number().int(),
  leftToday: z.number(),
  /** Throws that ask for no day of rest. */
  leftWithoutRest: z.number(),
  why: z.enum(['free', 'dailyMaximum', 'rest', 'daysInARow', 'noLimits']),
  /** null: never, the rules know no limits for the age. */
  mayThrowOn: z.iso.date().nullable(),
  says: z.string(),
  /** Throws that the lead allows beyond the limits on this day, those that are left of them, and why; null for none. */
  allowance: z.object({ throws: z.number().int(), left: z.number().int(), reasons: z.array(z.string()).readonly() }).nullable(),
  sore: z.boolean(),
  /** Throws that may be planned today; a sore arm has none; an allowance holds where it leaves more than the limits do. */
  plannable: z.number(),
});
export type Standing = z.infer<typeof standingSchema>;
