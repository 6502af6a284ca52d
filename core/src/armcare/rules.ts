import { z } from 'zod';

/** Every way in which an arm throws; all of them count. */
export const THROW_KINDS = ['warmUp', 'drill', 'filming', 'bullpen', 'game'] as const;
export type ThrowKind = (typeof THROW_KINDS)[number];

const restRow = z.object({
  from: z.number().int().positive(),
  /** null: and more. */
  to: z.number().int().positive().nullable(),
  restDays: z.number().int().nonnegative(),
});

const keptLimits = z.object({
  ageFrom: z.number().int().nonnegative(),
  ageTo: z.number().int().nonnegative(),
  dailyMaximum: z.number().int().positive(),
  /** Rest days after a day's throws; the rows follow on each other without a gap, the last one is open. */
  rest: z.array(restRow).min(1),
});
const limits = keptLimits.superRefine((g, context) => {
  const say = (message: string): void =>
    context.addIssue({ code: 'custom', message: `ages ${g.ageFrom} to ${g.ageTo}: ${message}` });
  if (g.ageTo < g.ageFrom) say('the ages are the wrong way round');
  if (g.rest[0]!.from !== 1) say('the first row of rest days begins with 1 throw');
  for (const [i, row] of g.rest.entries()) {
    const next = g.rest[i + 1];
    if (next ? row.to !== next.from - 1 : row.to !== null)
      say(
        next
          ? `after ${row.to} throws a row for ${next.from} follows: they leave a gap or overlap`
          : 'the last row must be open: "and more"',
      );
    if (next && next.restDays < row.restDays) say('more throws never need fewer rest days');
  }
});

/** A table as it is kept. One from before a check was made stays readable: an age that it does not name has no throws left. */
export const keptArmCareSchema = z.object({
  /** Shown wherever a limit is named. */
  source: z.string().min(1).max(400),
  groups: z.array(keptLimits).min(1).max(30),
  /** A child pitches on no more than this many days in a row. */
  pitchingDaysInARow: z.number().int().positive(),
  /** What counts as pitching for the days in a row; every kind counts for the daily limit and the rest days. */
  pitchingKinds: z.array(z.enum(THROW_KINDS)).max(THROW_KINDS.length),
});

/** Daily limits and rest days by age: data, so that a lead can put his league's table in their place. */
export const armCareRulesSchema = keptArmCareSchema
  .extend({ groups: z.array(limits).min(1).max(30) })
  .superRefine(({ groups }, context) => {
    for (const [i, g] of groups.entries()) {
      const next = groups[i + 1];
      if (next && next.ageFrom !== g.ageTo + 1)
        context.addIssue({ code: 'custom', message: `the ages after ${g.ageTo} are missing or named twice` });
    }
  });
export type ArmCareRules = z.output<typeof armCareRulesSchema>;
