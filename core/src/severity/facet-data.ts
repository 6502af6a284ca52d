/** One level by one coach: the smallest thing that the model is made of. */
export interface FacetRecord {
  readonly camper: string;
  readonly coach: string;
  readonly checkpoint: string;
  /** A whole number; how many levels there are, the records say. */
  readonly level: number;
}

/** Records as numbers: places of campers, coaches and checkpoints in their lists, and the category of each level. */
export interface FacetData {
  readonly campers: readonly string[];
  readonly coaches: readonly string[];
  readonly checkpoints: readonly string[];
  /** The levels that occur, in order: the categories of the model. */
  readonly levels: readonly number[];
  readonly camper: Int32Array;
  readonly coach: Int32Array;
  readonly checkpoint: Int32Array;
  readonly category: Int32Array;
}

const sorted = (all: Iterable<string>): string[] => [...new Set(all)].sort((a, b) => (a < b ? -1 : 1));

/**
 * Records as numbers.
 *
 * @throws RangeError without records, for a level that is no whole number, or where all levels are the same: then nothing can be told apart
 */
export function facetData(records: readonly FacetRecord[]): FacetData {
  if (records.length === 0) throw new RangeError('records: none were given');
  for (const [i, r] of records.entries())
    if (!Number.isInteger(r.level)) throw new RangeError(`records[${i}]: a whole level was expected, not ${r.level}`);
  const campers = sorted(records.map((r) => r.camper));
  const coaches = sorted(records.map((r) => r.coach));
  const checkpoints = sorted(records.map((r) => r.checkpoint));
  const levels = [...new Set(records.map((r) => r.level))].sort((a, b) => a - b);
  if (levels.length < 2) throw new RangeError(`records: every level is ${levels[0]}, so that nothing can be told apart`);
  const places = (all: readonly string[]): Map<string, number> => new Map(all.map((id, i) => [id, i]));
  const [ofCamper, ofCoach, ofCheckpoint] = [places(campers), places(coaches), places(checkpoints)];
  const ofLevel = new Map(levels.map((l, i) => [l, i]));
  return {
    campers,
    coaches,
    checkpoints,
    levels,
    camper: Int32Array.from(records, (r) => ofCamper.get(r.camper)!),
    coach: Int32Array.from(records, (r) => ofCoach.get(r.coach)!),
    checkpoint: Int32Array.from(records, (r) => ofCheckpoint.get(r.checkpoint)!),
    category: Int32Array.from(records, (r) => ofLevel.get(r.level)!),
  };
}
