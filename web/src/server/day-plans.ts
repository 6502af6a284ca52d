import { and, eq } from 'drizzle-orm';
import { v7 } from 'uuid';
import {
  dayFacts,
  delaySessions,
  linkedDesign,
  moveSession,
  planProblems,
  planSteps,
  scorerProblems,
  type DayPlan,
  type DaySettings,
  type CamperId,
  type StaffId,
} from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { dayInput, defaultSettings, readField, type Field, type Resting } from './day-input.ts';
import { db, type Executor } from './db/connect.ts';
import { dayPlans, lateArrivals, planSessions, staff } from './db/schema.ts';
import { scoredTwice } from './qualification.ts';
import { withScorers, type PlannedSession } from './plan-scorers.ts';
import { Refusal } from './refusal.ts';
import { planTasks } from './scoring-tasks.ts';

/** The planner may think for this long; a plan at the bound is there at once. */
const MILLISECONDS = 2500;

export interface DayPlanView {
  readonly settings: DaySettings;
  readonly revision: number;
  readonly sessions: readonly PlannedSession[];
  /** Who is not to throw that day, with the reason in plain words. */
  readonly resting: readonly Resting[];
  /** Who may throw and has no place. */
  readonly unplanned: readonly CamperId[];
  /** The search for who scores whom ran into its limit: the loads may differ by more than they must. */
  readonly scorersCut: boolean;
}

const sessionsOf = async (planId: string, via: Executor = db()): Promise<PlannedSession[]> =>
  (
    await via.select().from(planSessions).where(eq(planSessions.planId, planId)).orderBy(planSessions.from, planSessions.mound)
  ).map((s) => ({
    camper: s.camperId,
    mound: s.mound,
    camera: s.camera,
    warmUpFrom: s.warmUpFrom,
    from: s.from,
    to: s.to,
    deliveries: s.deliveries,
    filmer: s.filmerId,
    scorer: s.scorerId,
    secondScorer: s.secondScorerId,
  }));

async function rowOf(camp: Camp, day: string) {
  const [row] = await db()
    .select()
    .from(dayPlans)
    .where(and(eq(dayPlans.campId, camp.id), eq(dayPlans.day, day)));
  return row ?? null;
}

/** The plan of a day as it stands; with settings to begin with and no session where none is made yet. */
export const dayPlanOf = async (camp: Camp, day: string): Promise<DayPlanView> => planAt(camp, await readField(camp, day));

/** The same of a day at the field that is read already. */
export async function planAt(camp: Camp, field: Field): Promise<DayPlanView> {
  const row = await rowOf(camp, field.day);
  const settings = row?.settings ?? defaultSettings(field);
  const { input, resting } = dayInput(field, settings);
  const sessions = row ? await sessionsOf(row.id) : [];
  const placed = new Set(sessions.map((s) => s.camper));
  return {
    settings,
    revision: row?.revision ?? 0,
    sessions,
    resting,
    unplanned: input.campers.filter((c) => !placed.has(c.id)).map((c) => c.id),
    scorersCut: row?.facts?.scorersCut ?? false,
  };
}

/** What a plan comes to and which rules it breaks, as things stand now. */
export function judgePlan(
  field: Field,
  plan: DayPlanView,
  { now, over }: { readonly now: number | null; readonly over: boolean },
) {
  const { input } = dayInput(field, plan.settings);
  const scorers = input.settings.staff.filter((s) => s.scores).map((s) => s.id);
  const records = plan.sessions.flatMap((s) => [
    { camper: s.camper, coach: s.scorer },
    ...(s.secondScorer ? [{ camper: s.camper, coach: s.secondScorer }] : []),
  ]);
  return {
    facts: dayFacts(input, plan.sessions),
    problems: [
      ...planProblems(input, plan.sessions, now ?? undefined),
      ...(over ? [] : scorerProblems(input.settings, plan.sessions)),
    ],
    linked: linkedDesign(records, plan.sessions.length > 0 ? scorers : []),
  };
}

interface Change {
  readonly settings: DaySettings;
  /** The revision that the lead saw; another one means that somebody else has changed the plan meanwhile. */
  readonly revision: number;
  readonly by: StaffId;
  /** Minute of the day: what has been thrown stays, nothing new begins earlier. Null while the day is still to come. */
  readonly now: number | null;
}

/** Plans the day, or what is left of it. `anew` forgets the plan so far; otherwise as few campers as possible move. */
export async function solveDay(
  camp: Camp,
  day: string,
  change: Change & { readonly anew: boolean },
): Promise<Pick<DayPlan, 'unplaced' | 'moved'>> {
  const row = await rowOf(camp, day);
  const before = row ? await sessionsOf(row.id) : [];
  const { input } = dayInput(await readField(camp, day), change.settings);
  const until = Date.now() + MILLISECONDS;
  let seed = 1;
  const random = (): number => {
    seed = (seed * 48_271) % 2_147_483_647;
    return seed / 2_147_483_647;
  };
  const search = planSteps(input, {
    before,
    anew: change.anew,
    ...(change.now === null ? {} : { now: change.now }),
    random,
    keepGoing: (tries) => tries < 400 && Date.now() < until,
  });
  let step = search.next();
  // Others are answered between two tries.
  for (; !step.done; step = search.next()) await new Promise((resolve) => setImmediate(resolve));
  const plan = step.value;
  await keepPlan(
    camp,
    day,
    change,
    await withScorers(input, plan.sessions, before, { twice: await scoredTwice(camp) }),
    dayFacts(input, plan.sessions),
  );
  return { unplaced: plan.unplaced, moved: plan.moved };
}

/** Moves one camper by hand, whatever rules it breaks: the page names them. */
export async function moveInPlan(
  camp: Camp,
  day: string,
  change: Omit<Change, 'settings'> & { readonly camperId: CamperId; readonly mound: string; readonly from: number },
): Promise<void> {
  const row = await rowOf(camp, day);
  if (!row) throw new Refusal('no-plan', 'There is no plan of this day yet. Make one first.', 409);
  const { input } = dayInput(await readField(camp, day), row.settings);
  if (!input.campers.some((c) => c.id === change.camperId))
    throw new Refusal('not-to-throw', 'This camper is not to throw today.', 409);
  const before = await sessionsOf(row.id);
  const moved = moveSession(input, before, change.camperId, change, change.now ?? undefined);
  await keepPlan(
    camp,
    day,
    { ...change, settings: row.settings },
    await withScorers(input, moved, before, { twice: await scoredTwice(camp) }),
    dayFacts(input, moved),
  );
}

/** Tells whoever comes second who was first. */
async function changed(camp: Camp, day: string): Promise<Refusal> {
  const [first] = await db()
    .select({ name: staff.name })
    .from(dayPlans)
    .leftJoin(staff, eq(staff.id, dayPlans.enteredBy))
    .where(and(eq(dayPlans.campId, camp.id), eq(dayPlans.day, day)));
  return new Refusal(
    'plan-changed',
    `${first?.name ?? 'Somebody else'} has changed this plan meanwhile. Your hours are kept on this page: look at the new plan, then plan again.`,
    409,
  );
}

/** Everything that has not begun, later by so many minutes; the page names what it breaks. */
export async function delayDay(
  camp: Camp,
  day: string,
  change: Omit<Change, 'settings'> & { readonly minutes: number },
): Promise<void> {
  const row = await rowOf(camp, day);
  if (!row) throw new Refusal('no-plan', 'There is no plan of this day yet. Make one first.', 409);
  const { input } = dayInput(await readField(camp, day), row.settings);
  const before = await sessionsOf(row.id);
  const later = delaySessions(before, change.minutes, change.now);
  const last = Math.max(0, ...later.map((s) => s.to));
  if (last > 24 * 60) throw new Refusal('past-midnight', 'Some would throw after midnight. Plan the rest of the day anew.');
  await keepPlan(camp, day, { ...change, settings: row.settings }, { sessions: later, cut: null }, dayFacts(input, later));
}

async function keepPlan(
  camp: Camp,
  day: string,
  change: Change,
  { sessions, cut }: { readonly sessions: readonly PlannedSession[]; readonly cut: boolean | null },
  facts: ReturnType<typeof dayFacts>,
): Promise<void> {
  await db().transaction(async (tx) => {
    const [row] = await tx
      .select()
      .from(dayPlans)
      .where(and(eq(dayPlans.campId, camp.id), eq(dayPlans.day, day)))
      .for('update');
    if ((row?.revision ?? 0) !== change.revision) throw await changed(camp, day);
    const id = row?.id ?? v7();
    const values = {
      settings: change.settings,
      facts: { ...facts, scorersCut: cut ?? row?.facts?.scorersCut ?? false },
      revision: change.revision + 1,
      enteredBy: change.by,
      enteredAt: new Date(),
    };
    if (row) await tx.update(dayPlans).set(values).where(eq(dayPlans.id, id));
    else {
      // Two leads may plan a day that nobody had planned at the same moment: the one who comes second is told so.
      const made = await tx
        .insert(dayPlans)
        .values({ id, campId: camp.id, day, ...values })
        .onConflictDoNothing()
        .returning({ id: dayPlans.id });
      if (made.length === 0) throw await changed(camp, day);
    }
    await tx.delete(planSessions).where(eq(planSessions.planId, id));
    if (sessions.length > 0)
      await tx.insert(planSessions).values(
        sessions.map((s) => ({
          planId: id,
          camperId: s.camper,
          mound: s.mound,
          camera: s.camera,
          warmUpFrom: s.warmUpFrom,
          from: s.from,
          to: s.to,
          deliveries: s.deliveries,
          filmerId: s.filmer,
          scorerId: s.scorer,
          secondScorerId: s.secondScorer,
        })),
      );
    await planTasks(tx, { campId: camp.id, day, sessions, by: change.by });
  });
}

/** Notes that somebody comes later; null takes it back. The plan is solved anew when the lead asks for it. */
export async function noteLate(camperId: CamperId, day: string, fromMinute: number | null, by: StaffId): Promise<void> {
  if (fromMinute === null)
    await db()
      .delete(lateArrivals)
      .where(and(eq(lateArrivals.camperId, camperId), eq(lateArrivals.day, day)));
  else
    await db()
      .insert(lateArrivals)
      .values({ camperId, day, fromMinute, enteredBy: by })
      .onConflictDoUpdate({
        target: [lateArrivals.camperId, lateArrivals.day],
        set: { fromMinute, enteredBy: by, enteredAt: new Date() },
      });
}
