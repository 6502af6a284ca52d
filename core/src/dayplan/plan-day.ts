import { ageSpread } from './age-spread.ts';
import { dayBound, type DayBound } from './day-bound.ts';
import { deliveriesFor, workingMinutes, type DayInput, type Minute, type Session } from './day.ts';
import { blockMinutes, blocksOf, longestFirst, spreadAges } from './order-campers.ts';
import { placeBlocks, type Block } from './place-sessions.ts';
import { readyFromNow } from './so-far.ts';
import { stillStanding } from './still-standing.ts';
import type { CamperId } from '../record/ids.ts';

/** What the planner says of its answer; it names nobody. */
export interface DayPlanFacts {
  /** When the last session ends; null for an empty day. */
  readonly finish: Minute | null;
  /** Working minutes from the opening of the first mound to the finish. */
  readonly minutes: number;
  readonly bound: DayBound;
  /** Working minutes to the bound: no plan of these campers takes fewer. */
  readonly leastMinutes: number;
  /** How far the mean time of the age group that lies furthest off is from the mean of all, as a share of the day. */
  readonly ageSpread: number;
  readonly filmingMinutes: Readonly<Record<string, number>>;
}

export interface DayPlan {
  readonly sessions: readonly Session[];
  readonly unplaced: ReadonlyArray<{ readonly camper: CamperId; readonly why: 'armCare' | 'noRoom' }>;
  /** Campers whose time or mound is another than in the plan before. */
  readonly moved: readonly CamperId[];
  readonly facts: DayPlanFacts;
}

/** Ages that lie no further apart than this are even enough. */
const EVEN = 0.05;

interface PlanOptions {
  /** The plan so far: what still holds of it stays as it is. */
  readonly before?: readonly Session[];
  /** Of the plan so far only what has begun by now stays. */
  readonly anew?: boolean;
  /** Now: what has begun stays, nothing new begins earlier. */
  readonly now?: Minute;
  /** Numbers from 0 to 1, for trying other orders. */
  readonly random: () => number;
  /** Asked before each further try. */
  readonly keepGoing: (tries: number) => boolean;
}

/**
 * Plans a day, or what is left of it: places every camper whom arm care lets throw, ends early, spreads the ages over the day
 * and the filming over the staff. With a plan before, every session that breaks no rule stays, and only the others are placed
 * anew. Tries further orders as long as `keepGoing` says so and the finish lies above the bound.
 *
 * @example planDay(input, { random: Math.random, keepGoing: (tries) => tries < 200 })
 */
export function planDay(input: DayInput, options: PlanOptions): DayPlan {
  const search = planSteps(input, options);
  for (let step = search.next(); ; step = search.next()) if (step.done) return step.value;
}

/**
 * The same search in steps, so that a server can answer others between two tries: each `next` tries one further order, the last
 * one returns the plan.
 */
export function* planSteps(input: DayInput, options: PlanOptions): Generator<void, DayPlan> {
  const { settings } = input;
  const before = options.before ?? [];
  const { campers } = options.now === undefined ? input : readyFromNow(input, before, options.now);
  const may = campers.filter((c) => deliveriesFor(settings, c) > 0);
  const opening = Math.min(...settings.mounds.map((m) => m.from));
  const notBefore = Math.max(opening, options.now ?? opening);
  const begun = (s: Session): boolean => options.now !== undefined && s.from <= options.now;
  const standing = stillStanding(input, options.anew ? before.filter(begun) : before, options.now);
  const placed = new Set(standing.map((s) => s.camper));
  const arrivals = new Map(input.campers.map((c) => [c.id, c.readyFrom]));
  const blocks = blocksOf(may.filter((c) => !placed.has(c.id)));

  const evaluate = (order: readonly Block[]) => {
    const result = placeBlocks(settings, order, standing, notBefore, (c) => arrivals.get(c.id) ?? c.readyFrom);
    const finish = Math.max(opening, ...result.sessions.map((s) => s.to));
    const minutes = workingMinutes(settings, opening, finish);
    return { ...result, order, minutes, spread: ageSpread(input.campers, result.sessions) };
  };
  // One hundredth of the day later is worth as much as one age group a tenth of the day further from the others.
  const cost = (e: ReturnType<typeof evaluate>): number => e.unplaced.length * 1000 + e.minutes / leastMinutes + 0.1 * e.spread;
  const better = (a: ReturnType<typeof evaluate>, b: ReturnType<typeof evaluate>): boolean => cost(a) < cost(b);
  const leastMinutes = Math.max(1, workingMinutes(settings, opening, dayBound(settings, may).finish));
  let best = evaluate(spreadAges(settings, blocks));
  const tryOrder = (order: readonly Block[]): void => {
    const next = evaluate(order);
    if (better(next, best)) best = next;
  };
  if (blocks.length > 1) {
    tryOrder(tailLongestFirst(settings, best.order));
    tryOrder(longestFirst(settings, blocks));
    for (
      let tries = 0;
      options.keepGoing(tries) && !(best.unplaced.length === 0 && best.minutes <= leastMinutes && best.spread < EVEN);
      tries++
    ) {
      const order = [...best.order];
      const i = Math.floor(options.random() * order.length);
      const j = Math.floor(options.random() * order.length);
      [order[i], order[j]] = [order[j]!, order[i]!];
      tryOrder(order);
      yield;
    }
  }
  const sessions = [...best.sessions].sort((a, b) => a.from - b.from || (a.mound < b.mound ? -1 : 1));
  const was = new Map(before.map((s) => [s.camper, s]));
  return {
    sessions,
    unplaced: [
      ...campers.filter((c) => !may.includes(c) && !placed.has(c.id)).map((c) => ({ camper: c.id, why: 'armCare' as const })),
      ...best.unplaced.map((camper) => ({ camper, why: 'noRoom' as const })),
    ],
    moved: sessions
      .filter((s) => was.has(s.camper) && (was.get(s.camper)!.from !== s.from || was.get(s.camper)!.mound !== s.mound))
      .map((s) => s.camper),
    facts: dayFacts(input, sessions),
  };
}

/** What a plan comes to, whoever made it. */
export function dayFacts(input: DayInput, sessions: readonly Session[]): DayPlanFacts {
  const opening = Math.min(...input.settings.mounds.map((m) => m.from));
  const finish = sessions.length === 0 ? null : Math.max(...sessions.map((s) => s.to));
  const filmingMinutes: Record<string, number> = {};
  for (const p of input.settings.staff) if (p.films) filmingMinutes[p.id] = 0;
  for (const s of sessions) filmingMinutes[s.filmer] = (filmingMinutes[s.filmer] ?? 0) + s.to - s.from;
  const there = new Set(sessions.map((s) => s.camper));
  const bound = dayBound(
    input.settings,
    input.campers.filter((c) => there.has(c.id)),
  );
  return {
    finish,
    minutes: finish === null ? 0 : workingMinutes(input.settings, opening, finish),
    bound,
    leastMinutes: workingMinutes(input.settings, opening, bound.finish),
    ageSpread: ageSpread(input.campers, sessions),
    filmingMinutes,
  };
}

function tailLongestFirst(settings: DayInput['settings'], order: readonly Block[]): Block[] {
  const cut = Math.max(0, order.length - 3 * settings.mounds.length);
  return [...order.slice(0, cut), ...[...order.slice(cut)].sort((a, b) => blockMinutes(settings, b) - blockMinutes(settings, a))];
}
