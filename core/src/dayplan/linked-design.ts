import type { CamperId, StaffId } from '../record/ids.ts';

/** One coach has scored, or will score, one camper. */
export interface ScoringRecord {
  readonly camper: CamperId;
  readonly coach: StaffId;
}

export interface LinkedDesign {
  /** True when every pair of coaches is connected through campers that they share, directly or over other coaches. */
  readonly linked: boolean;
  /** Coaches that are connected among themselves; one part when linked. */
  readonly parts: ReadonlyArray<readonly StaffId[]>;
  /** Every pair of coaches with the number of campers that both score. */
  readonly pairs: ReadonlyArray<{ readonly coaches: readonly [StaffId, StaffId]; readonly shared: number }>;
  /** Second scores that would link the parts: any one of the campers, scored by the coach too. Empty when linked. */
  readonly wouldLink: ReadonlyArray<{ readonly coach: StaffId; readonly campers: readonly CamperId[] }>;
}

/**
 * Whether the coaches' work is linked, so that their severity can be compared: the graph of coaches, with an edge for every
 * camper that two of them score, has one part. The condition is the connectedness of a rating design (Linacre JM, Many-Facet
 * Rasch Measurement, 1989).
 *
 * @param coaches every coach who takes part, those without a record too; those of the records when left out
 * @example linkedDesign([{ camper: 'a', coach: 'x' }, { camper: 'a', coach: 'y' }, { camper: 'b', coach: 'z' }]).linked // false: z shares nobody
 */
export function linkedDesign(records: readonly ScoringRecord[], coaches: readonly StaffId[] = []): LinkedDesign {
  const all = [...new Set([...coaches, ...records.map((r) => r.coach)])].sort();
  const scored = new Map<StaffId, Set<CamperId>>(all.map((c) => [c, new Set()]));
  for (const r of records) scored.get(r.coach)!.add(r.camper);
  const pairs = all.flatMap((a, i) =>
    all
      .slice(i + 1)
      .map((b) => ({ coaches: [a, b] as const, shared: [...scored.get(a)!].filter((c) => scored.get(b)!.has(c)).length })),
  );
  const parts: StaffId[][] = [];
  const seen = new Set<StaffId>();
  for (const start of all) {
    if (seen.has(start)) continue;
    const part: StaffId[] = [];
    const open = [start];
    seen.add(start);
    for (let at = open.pop(); at !== undefined; at = open.pop()) {
      part.push(at);
      for (const {
        coaches: [a, b],
        shared,
      } of pairs) {
        const next = a === at ? b : b === at ? a : null;
        if (shared > 0 && next !== null && !seen.has(next)) {
          seen.add(next);
          open.push(next);
        }
      }
    }
    parts.push(part.sort());
  }
  // Each further part is tied to the largest one by a single second score.
  const [main = [], ...others] = [...parts].sort((a, b) => b.length - a.length);
  const ofPart = (part: readonly StaffId[]): CamperId[] => [...new Set(part.flatMap((c) => [...scored.get(c)!]))].sort();
  const wouldLink = others.map((part) => {
    const theirs = ofPart(part);
    return theirs.length > 0 ? { coach: main[0]!, campers: theirs } : { coach: part[0]!, campers: ofPart(main) };
  });
  return { linked: parts.length <= 1, parts, pairs, wouldLink };
}
