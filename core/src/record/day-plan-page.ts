import { z } from 'zod';
import { daySettingsSchema } from '../dayplan/day.ts';
import { AGE_GROUPS } from '../roster/age-group.ts';
import { PLAN_PROBLEMS } from '../dayplan/plan-problems.ts';
import { list, viewSchema } from './codes.ts';
import { campIdSchema, staffIdSchema, camperIdSchema } from './ids.ts';

/** Minutes since midnight on the clock of the camp; those of a plan that was made by hand may lie anywhere. */
const minute = z.number();

const sessionSchema = z.object({
  camper: camperIdSchema,
  mound: z.string(),
  camera: z.string(),
  warmUpFrom: minute,
  from: minute,
  to: minute,
  deliveries: z.number().int(),
  filmer: staffIdSchema,
  scorer: staffIdSchema,
  /** Who scores blind as well; null for nobody. */
  secondScorer: staffIdSchema.nullable(),
});

/** What the planner says of its answer; it names nobody. */
export const planFactsSchema = z.object({
  finish: minute.nullable(),
  minutes: z.number(),
  bound: z.object({
    finish: minute,
    by: z.enum(['mounds', 'cameras', 'staff', 'arrival']),
    moundMinutes: z.number(),
  }),
  leastMinutes: z.number(),
  ageSpread: z.number(),
  filmingMinutes: z.record(z.string(), z.number()),
});

/** Everything that the page of a day's plan shows. */
export const dayPlanPageSchema = z.object({
  campId: campIdSchema,
  day: z.iso.date(),
  now: minute.nullable(),
  /** The day is over: nothing of it is planned any more. */
  over: z.boolean(),
  revision: z.number().int(),
  settings: daySettingsSchema,
  sessions: list(sessionSchema),
  /** Who is not to throw that day, with the reason in plain words. */
  resting: list(z.object({ camper: camperIdSchema, why: z.string() })),
  /** Who is to be filmed once more: from where, and why. */
  again: list(z.object({ id: z.uuid(), camper: camperIdSchema, view: viewSchema, why: z.string() })),
  /** Who has been at the gate on this day and is here. */
  here: list(camperIdSchema),
  /** Who may throw and has no place. */
  unplanned: list(camperIdSchema),
  facts: planFactsSchema,
  problems: list(
    z.object({
      code: z.enum(PLAN_PROBLEMS),
      kind: z.enum(['one', 'pair', 'group']),
      campers: list(camperIdSchema),
      says: z.string(),
    }),
  ),
  linked: z.object({
    linked: z.boolean(),
    parts: list(list(staffIdSchema)),
    pairs: list(z.object({ coaches: z.tuple([staffIdSchema, staffIdSchema]).readonly(), shared: z.number() })),
    wouldLink: list(z.object({ coach: staffIdSchema, campers: list(camperIdSchema) })),
  }),
  /** The search for who scores whom ran into its limit: the loads may differ by more than they must. */
  scorersCut: z.boolean(),
  campers: list(
    z.object({
      id: camperIdSchema,
      bib: z.number().int(),
      name: z.string(),
      ageGroup: z.enum(AGE_GROUPS),
      together: z.string().nullable(),
    }),
  ),
  staff: list(
    z.object({
      ...{ id: staffIdSchema, name: z.string(), active: z.boolean(), mayScore: z.boolean() },
      /** All that he scores is scored a second time: he has not qualified on the practice clips, or the lead said so. */
      twice: z.boolean(),
    }),
  ),
});
export type DayPlanPage = z.infer<typeof dayPlanPageSchema>;

/** The plan after it was changed by hand. */
export const changedPlanSchema = z.object({ page: dayPlanPageSchema });
/** The plan after it was solved, and what that has moved. */
export const solvedPlanSchema = changedPlanSchema.extend({
  moved: list(camperIdSchema),
  unplaced: list(z.object({ camper: camperIdSchema, why: z.string() })),
});

const revision = z.number().int().nonnegative();
/** Plans the day, or what is left of it; `anew`: without keeping what stands. */
export const solveDaySchema = z.object({ settings: daySettingsSchema, revision, anew: z.boolean() });
/** Moves one camper by hand; minutes since midnight. */
export const moveInPlanSchema = z.object({
  camperId: camperIdSchema,
  mound: z.string().min(1).max(40),
  from: z.number().int().min(0).max(1440),
  revision,
});
/** Everything that has not begun, later by so many minutes. */
export const laterSchema = z.object({ minutes: z.number().int().min(1).max(240), revision });
/** A day as an address names it. */
export const daySchema = z.iso.date();
