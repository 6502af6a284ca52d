import highsLoader from 'highs';
import { and, eq, inArray } from 'drizzle-orm';
import { v7 } from 'uuid';
import {
  AGE_GROUPS,
  assignScorers,
  dayFacts,
  linkedDesign,
  moveSession,
  planProblems,
  planSteps,
  type DayInput,
  type DayPlan,
  type DaySettings,
  type IntegerSolver,
  type ScorerChoice,
  type Session,
} from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { gateList, type AtTheGate } from './check-ins.ts';
import { db, type Executor } from './db/connect.ts';
import { dayPlans, lateArrivals, planSessions } from './db/schema.ts';
import { Refusal } from './refusal.ts';
import { listStaff } from './staff.ts';

/** The planner may think for this long; a plan at the bound is there at once. */
const MILLISECONDS = 2500;

type PlannedSession = Session & { readonly scorer: string; readonly secondScorer: string | null };
export interface DayPlanView {
  readonly settings: DaySettings;
  readonly revision: number;
  readonly sessions: readonly PlannedSession[];
  /** Who is not to throw that day, with the reason in plain words. */
  readonly resting: ReadonlyArray<{ readonly camper: string; readonly why: string }>;
  /** Who may throw and has no place. */
  readonly unplanned: readonly string[];
}

/** What a day begins with: two or three mounds from nine, everybody of the staff. */
async function defaultSettings(camp: Camp): Promise<DaySettings> {
  const staff = await listStaff(camp.id);
  const [from, to] = [9 * 60, 17 * 60];
  const byAge = (young: number, old: number) =>
    Object.fromEntries(AGE_GROUPS.map((g, i) => [g, i < 3 ? young : old])) as DaySettings['minutes'];
  return {
    mounds: [1, 2, 3].map((n) => ({ name: `Mound ${n}`, from, to })),
    cameras: [1, 2, 3].map((n) => ({ name: `Camera ${n}`, from, to })),
    staff: staff.map((s) => ({ id: s.id, from, to, films: s.role !== 'lead', scores: s.role !== 'helper' })),
    breaks: [{ from: 12 * 60, to: 12 * 60 + 45 }],
    minutes: byAge(7, 8),
    deliveries: byAge(3, 5),
    warmUpMinutes: 12,
    warmUpThrows: 15,
    blindShare: 0.2,
  };
}

/** Why somebody is in no plan of the day; null when he may be. */
function whyNot({ camper, checkIn, standing }: AtTheGate, settings: DaySettings, day: string): string | null {
  if (!camper.consentGiven || (camper.consentUntil !== null && camper.consentUntil < day))
    return camper.consentGiven ? `the consent ended on ${camper.consentUntil}` : 'no consent to film';
  if (camper.sore) return 'a sore arm';
  if (checkIn && !checkIn.present) return 'not here today';
  if (standing.plannable <= settings.warmUpThrows)
    return standing.plannable === 0
      ? standing.says
      : `${standing.plannable} throws left, the warm-up takes ${settings.warmUpThrows}`;
  return null;
}

async function inputOf(
  camp: Camp,
  day: string,
  settings: DaySettings,
): Promise<{ input: DayInput; resting: DayPlanView['resting'] }> {
  const gate = await gateList(camp, day);
  const late =
    gate.length === 0
      ? []
      : await db()
          .select()
          .from(lateArrivals)
          .where(
            and(
              eq(lateArrivals.day, day),
              inArray(
                lateArrivals.camperId,
                gate.map((g) => g.camper.id),
              ),
            ),
          );
  const lateUntil = new Map(late.map((l) => [l.camperId, l.fromMinute]));
  const resting = gate.flatMap((g) => {
    const why = whyNot(g, settings, day);
    return why === null ? [] : [{ camper: g.camper.id, why }];
  });
  const out = new Set(resting.map((r) => r.camper));
  return {
    resting,
    input: {
      settings,
      campers: gate
        .filter((g) => !out.has(g.camper.id))
        .map(({ camper, standing }) => ({
          id: camper.id,
          ageGroup: camper.ageGroup,
          together: camper.togetherWith,
          readyFrom: lateUntil.get(camper.id) ?? 0,
          throwsLeft: standing.plannable,
        })),
    },
  };
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
export async function dayPlanOf(camp: Camp, day: string): Promise<DayPlanView> {
  const row = await rowOf(camp, day);
  const settings = row?.settings ?? (await defaultSettings(camp));
  const { input, resting } = await inputOf(camp, day, settings);
  const sessions = row ? await sessionsOf(row.id) : [];
  const placed = new Set(sessions.map((s) => s.camper));
  return {
    settings,
    revision: row?.revision ?? 0,
    sessions,
    resting,
    unplanned: input.campers.filter((c) => !placed.has(c.id)).map((c) => c.id),
  };
}

/** What a plan comes to and which rules it breaks, as things stand now. */
export async function judgePlan(camp: Camp, day: string, plan: DayPlanView, now: number | null) {
  const { input } = await inputOf(camp, day, plan.settings);
  const scorers = plan.settings.staff.filter((s) => s.scores).map((s) => s.id);
  const records = plan.sessions.flatMap((s) => [
    { camper: s.camper, coach: s.scorer },
    ...(s.secondScorer ? [{ camper: s.camper, coach: s.secondScorer }] : []),
  ]);
  return {
    facts: dayFacts(input, plan.sessions),
    problems: planProblems(input, plan.sessions, now ?? undefined),
    linked: linkedDesign(records, plan.sessions.length > 0 ? scorers : []),
  };
}

interface Change {
  readonly settings: DaySettings;
  /** The revision that the lead saw; another one means that somebody else has changed the plan meanwhile. */
  readonly revision: number;
  readonly by: string;
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
  const kept = change.anew && change.now === null ? [] : change.anew ? before.filter((s) => s.to <= change.now!) : before;
  const { input } = await inputOf(camp, day, change.settings);
  const until = Date.now() + MILLISECONDS;
  let seed = 1;
  const random = (): number => {
    seed = (seed * 48_271) % 2_147_483_647;
    return seed / 2_147_483_647;
  };
  const search = planSteps(input, {
    before: kept,
    ...(change.now === null ? {} : { now: change.now }),
    random,
    keepGoing: (tries) => tries < 400 && Date.now() < until,
  });
  let step = search.next();
  // Others are answered between two tries.
  for (; !step.done; step = search.next()) await new Promise((resolve) => setImmediate(resolve));
  const plan = step.value;
  await keepPlan(camp, day, change, withScorers(input, plan.sessions, before, await solver()), dayFacts(input, plan.sessions));
  return {
    unplaced: plan.unplaced,
    moved:
      before.length === 0
        ? []
        : plan.sessions
            .filter((s) => before.some((b) => b.camper === s.camper && (b.from !== s.from || b.mound !== s.mound)))
            .map((s) => s.camper),
  };
}

/** Moves one camper by hand, whatever rules it breaks: the page names them. */
export async function moveInPlan(
  camp: Camp,
  day: string,
  change: Omit<Change, 'settings'> & { readonly camperId: string; readonly mound: string; readonly from: number },
): Promise<void> {
  const row = await rowOf(camp, day);
  if (!row) throw new Refusal('no-plan', 'There is no plan of this day yet. Make one first.', 409);
  const { input } = await inputOf(camp, day, row.settings);
  if (!input.campers.some((c) => c.id === change.camperId))
    throw new Refusal('not-to-throw', 'This camper is not to throw today.', 409);
  const before = await sessionsOf(row.id);
  const moved = moveSession(input, before, change.camperId, change);
  await keepPlan(
    camp,
    day,
    { ...change, settings: row.settings },
    withScorers(input, moved, before, await solver()),
    dayFacts(input, moved),
  );
}

/** Gives every session its scorers; those of the plan before stay where the balance allows it. */
function withScorers(
  input: DayInput,
  sessions: readonly Session[],
  before: readonly PlannedSession[],
  solve: IntegerSolver,
): PlannedSession[] {
  const { settings } = input;
  const scorers = settings.staff.filter((s) => s.scores).map((s) => s.id);
  if (scorers.length === 0) throw new Refusal('nobody-scores', 'Nobody of the staff scores: name at least one.');
  const was = new Map(before.map((b) => [b.camper, b]));
  const same =
    sessions.length === before.length &&
    sessions.every((s) => was.has(s.camper)) &&
    before.every((b) => [b.scorer, b.secondScorer].every((p) => p === null || scorers.includes(p)));
  const ages = new Map(input.campers.map((c) => [c.id, c.ageGroup]));
  const choices: readonly ScorerChoice[] = same
    ? before
    : assignScorers(
        {
          campers: sessions.map((s) => ({ id: s.camper, ageGroup: ages.get(s.camper) ?? '11-12' })),
          scorers,
          blindShare: settings.blindShare,
          before,
        },
        solve,
      );
  const of = new Map(choices.map((c) => [c.camper, c]));
  return sessions.map((s) => ({ ...s, scorer: of.get(s.camper)!.scorer, secondScorer: of.get(s.camper)!.secondScorer }));
}

async function keepPlan(
  camp: Camp,
  day: string,
  change: Change,
  sessions: readonly PlannedSession[],
  facts: ReturnType<typeof dayFacts>,
): Promise<void> {
  await db().transaction(async (tx) => {
    const [row] = await tx
      .select()
      .from(dayPlans)
      .where(and(eq(dayPlans.campId, camp.id), eq(dayPlans.day, day)))
      .for('update');
    if ((row?.revision ?? 0) !== change.revision)
      throw new Refusal(
        'plan-changed',
        'Somebody else has changed this plan meanwhile. Load the page again; nothing of theirs is lost.',
        409,
      );
    const id = row?.id ?? v7();
    const values = {
      settings: change.settings,
      facts,
      revision: change.revision + 1,
      enteredBy: change.by,
      enteredAt: new Date(),
    };
    if (row) await tx.update(dayPlans).set(values).where(eq(dayPlans.id, id));
    else await tx.insert(dayPlans).values({ id, campId: camp.id, day, ...values });
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
  });
}

/** Notes that somebody comes later; null takes it back. The plan is solved anew when the lead asks for it. */
export async function noteLate(camperId: string, day: string, fromMinute: number | null, by: string): Promise<void> {
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

let loaded: Promise<IntegerSolver> | null = null;
/** The integer solver, loaded once. */
function solver(): Promise<IntegerSolver> {
  loaded ??= highsLoader().then((highs) => (program: string) => {
    const answer = highs.solve(program, { time_limit: 1 });
    return answer.Status === 'Optimal' || answer.Status === 'Time limit reached'
      ? new Map(Object.entries(answer.Columns).map(([name, c]) => [name, (c as { Primal?: number }).Primal ?? 0]))
      : null;
  });
  return loaded;
}
