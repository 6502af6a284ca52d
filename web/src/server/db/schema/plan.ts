import { sql } from 'drizzle-orm';
import { index, check, date, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { daySettingsSchema, keptPlanFactsSchema, type CampId, type CamperId, type StaffId } from '@stride-chalk/core';
import { document } from './columns.ts';
import { campers } from './roster.ts';
import { camps, staff, whoAndWhen } from './staff.ts';

/** The plan of one day: what the lead asked for, and what the planner says of its answer. */
export const dayPlans = pgTable(
  'day_plans',
  {
    id: uuid('id').primaryKey(),
    campId: uuid('camp_id')
      .$type<CampId>()
      .notNull()
      .references(() => camps.id),
    day: date('day').notNull(),
    settings: document('settings', daySettingsSchema).notNull(),
    facts: document('facts', keptPlanFactsSchema),
    /** Counted up with every change, so that two leads do not undo each other unseen. */
    revision: integer('revision').notNull().default(1),
    ...whoAndWhen(),
  },
  (t) => [unique('day_plans_one_per_day').on(t.campId, t.day)],
);

/** One camper on one mound: minutes of the day, who films, who scores. */
export const planSessions = pgTable(
  'plan_sessions',
  {
    planId: uuid('plan_id')
      .notNull()
      .references(() => dayPlans.id, { onDelete: 'cascade' }),
    camperId: uuid('camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id),
    mound: text('mound').notNull(),
    camera: text('camera').notNull(),
    warmUpFrom: integer('warm_up_from').notNull(),
    from: integer('from_minute').notNull(),
    to: integer('to_minute').notNull(),
    deliveries: integer('deliveries').notNull(),
    filmerId: uuid('filmer_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    scorerId: uuid('scorer_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    secondScorerId: uuid('second_scorer_id')
      .$type<StaffId>()
      .references(() => staff.id),
  },
  (t) => [
    unique('plan_sessions_one_per_camper').on(t.planId, t.camperId),
    index('plan_sessions_by_camper').on(t.camperId),
    check('plan_sessions_times', sql`${t.warmUpFrom} <= ${t.from} and ${t.from} < ${t.to}`),
    check('plan_sessions_two_scorers', sql`${t.secondScorerId} is distinct from ${t.scorerId}`),
  ],
);

/**
 * Who scores what a camper has thrown on a day. The plan makes these rows and they outlive it: what a coach has begun stays his when the day is planned
 * anew. 'first': by his levels the evaluation goes; 'second': blind, beside the first; 'practice': for learning the sheet. 'dropped': the plan gave it to
 * somebody else before a level was there. How far a task is follows from the levels.
 */
export const scoringTasks = pgTable(
  'scoring_tasks',
  {
    id: uuid('id').primaryKey(),
    camperId: uuid('camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id),
    day: date('day').notNull(),
    coachId: uuid('coach_id')
      .$type<StaffId>()
      .notNull()
      .references(() => staff.id),
    kind: text('kind', { enum: ['first', 'second', 'practice'] }).notNull(),
    state: text('state', { enum: ['open', 'dropped'] })
      .notNull()
      .default('open'),
    ...whoAndWhen(),
  },
  (t) => [
    unique('scoring_tasks_one_per_coach').on(t.camperId, t.day, t.coachId),
    index('scoring_tasks_by_coach').on(t.coachId),
    check('scoring_tasks_kind', sql`${t.kind} in ('first', 'second', 'practice')`),
    check('scoring_tasks_state', sql`${t.state} in ('open', 'dropped')`),
  ],
);

/** Campers who come later than the others on a day. */
export const lateArrivals = pgTable(
  'late_arrivals',
  {
    camperId: uuid('camper_id')
      .$type<CamperId>()
      .notNull()
      .references(() => campers.id),
    day: date('day').notNull(),
    fromMinute: integer('from_minute').notNull(),
    ...whoAndWhen(),
  },
  (t) => [unique('late_arrivals_one_per_day').on(t.camperId, t.day)],
);
