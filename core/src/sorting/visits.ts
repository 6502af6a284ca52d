import { gapPriors, type TellingHabits } from './gap-prior.ts';
import type { LoggedThrow, PlannedVisit, ThrowLog } from './shape.ts';

/** A place on the server's clock that a clip may stand for. */
export interface Slot {
  readonly key: string;
  readonly bib: number;
  /** The visit it belongs to: one camper on the mound, from his first throw to his last. */
  readonly visit: string;
  readonly throwId: string | null;
  readonly at: number;
  /** How far it may lie from `at`, beside the tap's own lateness, in milliseconds; 0 for a told throw. */
  readonly within: number;
  /** How probable it is that it was thrown at all. */
  readonly exists: number;
  readonly known: 'tap' | 'gap' | 'slate' | 'plan' | 'camera';
}

/** A camper of whom no throw was told, though he was planned or his slate was seen. */
export interface UntoldVisit {
  readonly visit: string;
  readonly bib: number;
  readonly throws: number;
  readonly at: number | null;
}

export interface Visits {
  readonly slots: readonly Slot[];
  readonly untold: readonly UntoldVisit[];
  readonly habits: TellingHabits;
}

/** Throws of one camper with a longer pause between them are two visits. */
const LONGEST_PAUSE = 12 * 60_000;
/** Used where a day has too few throws to know better: our own figures from the usual course of a camp, no source. */
const USUAL_BETWEEN = 30_000;
const USUAL_THROWS = 4;

/**
 * What was thrown at one mound, in order: the told throws, between and around them places for throws that nobody has told, and the campers of whom nothing was told.
 *
 * @example visitsOf({ throws: [{ id: 'a', bib: 7, at: 0, mound: null }], visits: [] }).slots.map((s) => s.known) // ['gap', 'gap', 'tap', 'gap', 'gap']
 */
export function visitsOf(log: ThrowLog): Visits {
  const throws = [...log.throws].sort((a, b) => a.at - b.at);
  const told: LoggedThrow[][] = [];
  for (const one of throws) {
    const last = told.at(-1);
    if (last && last[0]!.bib === one.bib && one.at - last.at(-1)!.at < LONGEST_PAUSE) last.push(one);
    else told.push([one]);
  }
  const habits = habitsOf(told, log.visits);
  const plans = plansBy(log.visits);
  const slots: Slot[] = [];
  for (const [v, visit] of told.entries()) {
    const { bib } = visit[0]!;
    const name = `${bib}/${visit[0]!.id}`;
    // Who comes twice has one plan: it speaks for his first visit.
    const first = told.findIndex((other) => other[0]!.bib === bib) === v;
    const priors = gapPriors(
      visit.map((t) => t.at),
      first ? (plans.get(bib)?.throws ?? null) : null,
      habits,
    );
    const [earlier, later] = [
      told[v - 1]?.at(-1)?.at ?? Number.NEGATIVE_INFINITY,
      told[v + 1]?.[0]?.at ?? Number.POSITIVE_INFINITY,
    ];
    for (const [g, prior] of priors.entries()) {
      const [from, to] = [visit[g - 1]?.at ?? earlier, visit[g]?.at ?? later];
      slots.push(...gapSlots({ name, bib, gap: g, gaps: priors.length, from, to, prior }, habits.between));
      const tap = visit[g];
      if (tap)
        slots.push({
          key: `throw ${tap.id}`,
          bib,
          visit: name,
          throwId: tap.id,
          at: tap.at,
          within: 0,
          exists: 0.995,
          known: 'tap',
        });
    }
  }
  const seen = new Set(throws.map((t) => t.bib));
  const untold = [...plans.values()]
    .filter((p) => !seen.has(p.bib))
    .map((p) => ({ visit: `${p.bib}/plan`, bib: p.bib, throws: p.throws, at: p.at }));
  return { slots, untold, habits };
}

/** The two places of a gap; before the first and after the last told throw they keep to the usual pace, and away from the neighbour. */
function gapSlots(
  gap: {
    readonly name: string;
    readonly bib: number;
    readonly gap: number;
    readonly gaps: number;
    readonly from: number;
    readonly to: number;
    readonly prior: { readonly one: number; readonly two: number };
  },
  between: number,
): Slot[] {
  const { from, to, prior } = gap;
  const inner = gap.gap > 0 && gap.gap < gap.gaps - 1;
  const step = Math.min(between, (to - from) / 3);
  const at = inner
    ? [from + (to - from) / 2, from + (2 * (to - from)) / 3]
    : gap.gap === 0
      ? [to - 2 * step, to - step]
      : [from + step, from + 2 * step];
  const within = inner ? (to - from) / 6 : step / 3;
  // Before the first throw the nearer one comes last.
  const exists = gap.gap === 0 ? [prior.two, prior.one] : [prior.one, prior.two];
  return at.map((moment, k) => ({
    key: `${gap.name} gap ${gap.gap}.${k}`,
    bib: gap.bib,
    visit: gap.name,
    throwId: null,
    at: moment,
    within,
    exists: exists[k]!,
    known: 'gap' as const,
  }));
}

/** Places of a camper of whom nothing was told, from the moment on at which he is taken to begin. */
export function untoldSlots(
  visit: UntoldVisit,
  begin: { readonly at: number; readonly within: number; readonly known: 'slate' | 'plan' },
  between: number,
): Slot[] {
  return Array.from({ length: visit.throws + 1 }, (_, k) => ({
    key: `${visit.visit} ${k}`,
    bib: visit.bib,
    visit: visit.visit,
    throwId: null,
    at: begin.at + k * between,
    within: begin.within + 0.25 * between * Math.sqrt(k),
    exists: k < visit.throws - 1 ? 0.98 : k < visit.throws ? 0.92 : 0.08,
    known: begin.known,
  }));
}

export const unplanned = (bib: number, nth: number): UntoldVisit => ({
  visit: `${bib}/slate ${nth}`,
  bib,
  throws: USUAL_THROWS,
  at: null,
});

function plansBy(visits: readonly PlannedVisit[]): Map<number, PlannedVisit> {
  const plans = new Map<number, PlannedVisit>();
  for (const v of visits) {
    const known = plans.get(v.bib);
    plans.set(v.bib, known ? { ...known, at: Math.min(known.at, v.at), throws: known.throws + v.throws } : v);
  }
  return plans;
}

/** How far apart throws of a visit are and how many go untold, read from the day itself. */
function habitsOf(told: ReadonlyArray<readonly LoggedThrow[]>, visits: readonly PlannedVisit[]): TellingHabits {
  const apart = told.flatMap((visit) => visit.slice(1).map((t, i) => Math.log(Math.max(1000, t.at - visit[i]!.at))));
  const usual = apart.length < 8 ? Math.log(USUAL_BETWEEN) : median(apart);
  const spread = apart.length < 8 ? 0.35 : 1.4826 * median(apart.map((a) => Math.abs(a - usual)));
  const bibs = new Set(told.map((v) => v[0]!.bib));
  const planned = visits.filter((v) => bibs.has(v.bib)).reduce((sum, v) => sum + v.throws, 0);
  const thrown = told.reduce((sum, v) => sum + v.length, 0);
  return {
    between: Math.exp(usual),
    spread: Math.min(0.6, Math.max(0.15, spread)),
    untold: planned === 0 ? 0.1 : Math.min(0.4, Math.max(0.03, 1 - thrown / planned)),
  };
}

/** The middle of some numbers. @throws RangeError for none */
export function median(numbers: readonly number[]): number {
  if (numbers.length === 0) throw new RangeError('no middle of nothing');
  const sorted = [...numbers].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}
