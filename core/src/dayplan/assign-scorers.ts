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
  { campers, scorers, blindShare, before = [] }: ScorerQuestion,
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
  const chosen = solveFirst({ campers, scorers, shared, was }, solve) ?? greedyFirst({ campers, scorers, shared, was });
  return campers.map((c) => ({ camper: c.id, scorer: chosen.get(c.id)!, secondScorer: shared.get(c.id)?.[1] ?? null }));
}

interface FirstQuestion {
  readonly campers: ScorerQuestion['campers'];
  readonly scorers: readonly StaffId[];
  readonly shared: ReadonlyMap<CamperId, readonly [StaffId, StaffId]>;
  readonly was: ReadonlyMap<CamperId, ScorerChoice>;
}

function solveFirst({ campers, scorers, shared, was }: FirstQuestion, solve: IntegerSolver): Map<CamperId, StaffId> | null {
  const open = campers.map((c, i) => ({ ...c, i })).filter((c) => !shared.has(c.id));
  const x = (i: number, k: number): string => `x_${i}_${k}`;
  const loadOf = (k: number): number => [...shared.values()].filter((p) => p.includes(scorers[k]!)).length;
  const groups = [...new Set(campers.map((c) => c.ageGroup))];
  const objective = ['1000 most - 1000 least'];
  const rules: string[] = [];
  for (const [k, scorer] of scorers.entries()) {
    const own = open.map((c) => x(c.i, k)).join(' + ');
    if (own) rules.push(`${own} - most <= ${-loadOf(k)}`, `${own} - least >= ${-loadOf(k)}`);
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
function greedyFirst({ campers, scorers, shared, was }: FirstQuestion): Map<CamperId, StaffId> {
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
