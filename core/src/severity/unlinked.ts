import type { FacetData } from './facet-data.ts';

/** Scores that cannot be compared: coaches, or checkpoints, that nothing ties together. */
export class UnlinkedDesign extends RangeError {
  /** What hangs together, the largest part first: ids of coaches, or of checkpoints. */
  readonly parts: ReadonlyArray<readonly string[]>;
  readonly of: 'coaches' | 'checkpoints';
  /** The fewest double scores that would join the parts: a coach, and campers of whom scoring any one would do. */
  readonly wouldLink: ReadonlyArray<{ readonly coach: string; readonly campers: readonly string[] }>;
  constructor(of: 'coaches' | 'checkpoints', parts: ReadonlyArray<readonly string[]>, wouldLink: UnlinkedDesign['wouldLink']) {
    super(
      `the scores fall into ${parts.length} parts that share nothing: ${parts.map((p) => p.join(', ')).join(' | ')}; ` +
        (of === 'coaches'
          ? `${wouldLink.length} double ${wouldLink.length === 1 ? 'score' : 'scores'} would join them`
          : 'no two coaches have scored the same of them'),
    );
    this.name = 'UnlinkedDesign';
    this.of = of;
    this.parts = parts;
    this.wouldLink = wouldLink;
  }
}

/** The parts of a graph between two kinds of things: for each of the first kind the number of its part. */
function partsOf(n: number, pairs: Iterable<readonly [number, number]>): number[] {
  const root = Array.from({ length: n }, (_, i) => i);
  const find = (i: number): number => {
    let at = i;
    while (root[at] !== at) at = root[at] = root[root[at]!]!;
    return at;
  };
  const first = new Map<number, number>();
  for (const [a, b] of pairs) {
    const before = first.get(b);
    if (before === undefined) first.set(b, a);
    else root[find(a)] = find(before);
  }
  return root.map((_, i) => find(i));
}

function grouped(ids: readonly string[], part: readonly number[]): string[][] {
  const groups = new Map<number, string[]>();
  for (const [i, id] of ids.entries()) groups.set(part[i]!, [...(groups.get(part[i]!) ?? []), id]);
  return [...groups.values()].sort((a, b) => b.length - a.length);
}

const zip = (a: Int32Array, b: Int32Array): Array<readonly [number, number]> => Array.from(a, (x, i) => [x, b[i]!] as const);

/**
 * Refuses records in which severity cannot be told from what was scored: coaches who share no camper, directly or over others, and checkpoints that
 * no coach has in common with another one.
 *
 * @throws UnlinkedDesign with the parts and the fewest double scores that would join them
 */
export function requireLinked(data: FacetData): void {
  const coaches = grouped(data.coaches, partsOf(data.coaches.length, zip(data.coach, data.camper)));
  if (coaches.length > 1) {
    const [main = [], ...others] = coaches;
    const of = (part: readonly string[]): string[] => {
      const inPart = new Set(part.map((c) => data.coaches.indexOf(c)));
      return data.campers.filter((_, n) => data.camper.some((camper, i) => camper === n && inPart.has(data.coach[i]!)));
    };
    const mainCampers = of(main);
    throw new UnlinkedDesign(
      'coaches',
      coaches,
      others.map((part) => ({ coach: part[0]!, campers: mainCampers })),
    );
  }
  const checkpoints = grouped(data.checkpoints, partsOf(data.checkpoints.length, zip(data.checkpoint, data.coach)));
  if (checkpoints.length > 1) throw new UnlinkedDesign('checkpoints', checkpoints, []);
}
