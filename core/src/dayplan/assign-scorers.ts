import type { AgeGroup } from '../roster/age-group.ts';
import type { CamperId, StaffId } from '../record/ids.ts';

/** Solves an integer program given in the CPLEX LP format; null when it found no answer. The `highs` package does it. */
export type IntegerSolver = (program: string) => ReadonlyMap<string, number> | null;

export interface ScorerChoice {
  readonly camper: CamperId;
  readonly scorer: StaffId;
  /** Scores the same deliveries without seeing the first one's levels. */
  readonly secondScorer: StaffId | null;
}

interface ScorerQuestion {
  readonly campers: ReadonlyArray<{ readonly id: CamperId; readonly ageGroup: AgeGroup }>;
  readonly scorers: readonly StaffId[];
  /** Share of the campers who get a second scorer. */
  readonly blindShare: number;
  /** Those whose work is all scored a second time, by one of the others: they are not qualified yet. */
  readonly twice?: readonly StaffId[];
  /** Who scores whom so far; kept where it can be. */
  readonly before?: readonly ScorerChoice[];
}

/**
 * Decides who scores whom, so that every coach has as much to do as the others, every coach sees every age, and the coaches'
 * work is linked: a share of the campers gets a second scorer, and the pairs are chosen so that first a ring through all coaches
 * is closed, then every pair meets. More than the share are taken when fewer would not link all of them. The first scorers are
 * an integer program (balanced load, balanced ages, as many kept as can be).
 *
 * @example assignScorers({ campers, scorers: ['a', 'b', 'c'], blindShare: 0.2 }, solve)
 */
export function assignScorers(
  { campers, scorers, blindShare, twice = [], before = [] }: ScorerQuestion,
  solve: IntegerSolver,
): ScorerChoice[] {
  if (scorers.length === 0 || campers.length === 0) return [];
  if (scorers.length === 1) return campers.map((c) => ({ camper: c.id, scorer: scorers[0]!, secondScorer: null }));
  const was = new Map(before.map((b) => [b.camper, b]));
  const pairs = pairsInOrder(scorers);
  const seconds = Math.min(
    campers.length,
    Math.max(Math.ceil(blindShare * campers.length), blindShare > 0 ? scorers.length - 1 : 0),
  );
  const shared = new Map<CamperId, readonly [StaffId, StaffId]>();
  for (const [i, camper] of evenly(campers, seconds).entries()) {
    const [a, b] = pairs[i % pairs.length]!;
    // The first place alternates, and a camper keeps his first scorer when he is one of the two.
    const first = was.get(camper.id)?.scorer;
    shared.set(camper.id, first === b || (first !== a && Math.floor(i / pairs.length) % 2 === 1) ? [b, a] : [a, b]);
  }
  const question = { campers, scorers, shared, was, twice };
  const chosen = solveFirst(question, solve) ?? greedyFirst(question);
  const secondScorers = secondsOf(question, chosen);
  return campers.map((c) => ({ camper: c.id, scorer: chosen.get(c.id)!, secondScorer: secondScorers.get(c.id) ?? null }));
}

/** Who may look at the work of one who is not qualified: the others who are, or where nobody is, the others. */
const checkersOf = (scorers: readonly StaffId[], twice: readonly StaffId[]): StaffId[] => {
  const able = scorers.filter((s) => !twice.includes(s));
  return able.length > 0 ? able : [...scorers];
};

/** The second scorers: of the shared campers as they were paired, and of every camper of somebody whose work is all looked at, whoever has the least to do. */
function secondsOf(
  { campers, scorers, shared, was, twice }: FirstQuestion,
  first: ReadonlyMap<CamperId, StaffId>,
): Map<CamperId, StaffId> {
  const found = new Map([...shared].map(([id, pair]) => [id, pair[1]] as const));
  const load = new Map(scorers.map((s) => [s, 0]));
  for (const s of [...first.values(), ...found.values()]) load.set(s, load.get(s)! + 1);
  for (const c of campers) {
    const scorer = first.get(c.id)!;
    if (found.has(c.id) || !twice.includes(scorer)) continue;
    const others = checkersOf(scorers, twice).filter((s) => s !== scorer);
    const least = Math.min(...others.map((s) => load.get(s)!));
    const old = was.get(c.id)?.secondScorer;
    const second = old && others.includes(old) && load.get(old)! <= least ? old : others.find((s) => load.get(s) === least)!;
    found.set(c.id, second);
    load.set(second, load.get(second)! + 1);
  }
  return found;
}

interface FirstQuestion {
  readonly campers: ScorerQuestion['campers'];
  readonly scorers: readonly StaffId[];
  readonly shared: ReadonlyMap<CamperId, readonly [StaffId, StaffId]>;
  readonly was: ReadonlyMap<CamperId, ScorerChoice>;
  readonly twice: readonly StaffId[];
}

function solveFirst(
  { campers, scorers, shared, was, twice }: FirstQuestion,
  solve: IntegerSolver,
): Map<CamperId, StaffId> | null {
  const open = campers.map((c, i) => ({ ...c, i })).filter((c) => !shared.has(c.id));
  const x = (i: number, k: number): string => `x_${i}_${k}`;
  const loadOf = (k: number): number => [...shared.values()].filter((p) => p.includes(scorers[k]!)).length;
  const groups = [...new Set(campers.map((c) => c.ageGroup))];
  const objective = ['1000 most - 1000 least'];
  const rules: string[] = [];
  const checkers = checkersOf(scorers, twice);
  const extra = open.flatMap((c) => scorers.flatMap((s, k) => (twice.includes(s) ? [x(c.i, k)] : [])));
  if (extra.length > 0) rules.push(`${checkers.map((s) => `more_${scorers.indexOf(s)}`).join(' + ')} - ${extra.join(' - ')} = 0`);
  for (const [k, scorer] of scorers.entries()) {
    const own = open.map((c) => x(c.i, k)).join(' + ');
    // What somebody else's work brings him to score a second time counts like his own.
    const looked = extra.length > 0 && checkers.includes(scorer) ? ` + more_${k}` : '';
    if (own) rules.push(`${own}${looked} - most <= ${-loadOf(k)}`, `${own}${looked} - least >= ${-loadOf(k)}`);
    else rules.push(`most >= ${loadOf(k)}`, `least <= ${loadOf(k)}`);
    for (const [g, group] of groups.entries()) {
      const members = open.filter((c) => c.ageGroup === group);
      if (members.length === 0) continue;
      objective.push(`+ 10 over_${g}_${k}`);
      rules.push(
        `${members.map((c) => x(c.i, k)).join(' + ')} - over_${g}_${k} <= ${Math.ceil(members.length / scorers.length)}`,
      );
    }
    for (const c of open) if (was.get(c.id)?.scorer === scorer) objective.push(`- 1 ${x(c.i, k)}`);
  }
  for (const c of open) rules.push(`${scorers.map((_, k) => x(c.i, k)).join(' + ')} = 1`);
  const program = [
    'Minimize',
    ` obj: ${objective.join(' ')}`,
    'Subject To',
    ...rules.map((r, i) => ` r${i}: ${r}`),
    'Bounds',
    ' most >= 0',
    ' least >= 0',
    'Binary',
    ...open.flatMap((c) => scorers.map((_, k) => ` ${x(c.i, k)}`)),
    'End',
    '',
  ].join('\n');
  const answer = open.length === 0 ? new Map<string, number>() : solve(program);
  if (!answer) return null;
  const chosen = new Map([...shared].map(([id, [first]]) => [id, first] as const));
  for (const c of open) {
    const k = scorers.findIndex((_, n) => (answer.get(x(c.i, n)) ?? 0) > 0.5);
    if (k < 0) return null;
    chosen.set(c.id, scorers[k]!);
  }
  return chosen;
}

/** Without an answer of the solver: each camper to the coach with the least to do. */
function greedyFirst({ campers, scorers, shared, was }: Omit<FirstQuestion, 'twice'>): Map<CamperId, StaffId> {
  const load = new Map(scorers.map((s) => [s, [...shared.values()].filter((p) => p.includes(s)).length]));
  const chosen = new Map([...shared].map(([id, [first]]) => [id, first] as const));
  for (const c of campers.filter((k) => !shared.has(k.id))) {
    const least = Math.min(...load.values());
    const old = was.get(c.id)?.scorer;
    const scorer = old !== undefined && load.get(old) === least ? old : scorers.find((s) => load.get(s) === least)!;
    chosen.set(c.id, scorer);
    load.set(scorer, least + 1);
  }
  return chosen;
}

/** First a path through all scorers, then every other pair. */
function pairsInOrder(scorers: readonly StaffId[]): Array<readonly [StaffId, StaffId]> {
  const all = scorers.flatMap((a, i) => scorers.slice(i + 1).map((b) => [a, b] as const));
  const path = scorers.slice(1).map((b, i) => [scorers[i]!, b] as const);
  const key = (p: readonly [StaffId, StaffId]): string => [...p].sort().join(' ');
  const onPath = new Set(path.map(key));
  const rest = all.filter((p) => !onPath.has(key(p)));
  // The least met first, so that nobody carries all the second scores.
  const met = new Map(scorers.map((s) => [s, 0]));
  for (const p of path) for (const s of p) met.set(s, met.get(s)! + 1);
  const ordered: Array<readonly [StaffId, StaffId]> = [];
  while (rest.length > 0) {
    rest.sort((p, q) => met.get(p[0])! + met.get(p[1])! - met.get(q[0])! - met.get(q[1])!);
    const next = rest.shift()!;
    ordered.push(next);
    for (const s of next) met.set(s, met.get(s)! + 1);
  }
  return [...path, ...ordered];
}

/** `count` of the campers, evenly over the age groups. */
function evenly<T extends { readonly ageGroup: AgeGroup }>(campers: readonly T[], count: number): T[] {
  const sorted = [...campers].sort((a, b) => a.ageGroup.localeCompare(b.ageGroup, 'en', { numeric: true }));
  return Array.from({ length: count }, (_, i) => sorted[Math.floor(((i + 0.5) * sorted.length) / count)]!);
}
