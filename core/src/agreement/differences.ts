import type { Seen } from '../levels/level.ts';

/** What one coach has said of one checkpoint of one delivery. */
export interface SaidLevel {
  readonly delivery: string;
  readonly checkpoint: string;
  readonly coach: string;
  readonly level: Seen;
}

/** One checkpoint of one delivery on which coaches have said different things. */
export interface LevelDifference<Said extends SaidLevel = SaidLevel> {
  readonly delivery: string;
  readonly checkpoint: string;
  /** What each of them said, in the order given. */
  readonly said: readonly Said[];
  /** Levels between the highest and the lowest; null where fewer than two of them could see it. */
  readonly apart: number | null;
}

/** Two who are this many levels apart have seen different things: it is settled before anything hangs on it. */
export const APART_TO_SETTLE = 2;

/**
 * Where coaches have said different things of the same checkpoint of the same delivery, in the order in which the first level of each was given.
 *
 * @param levels every level that was given, in any order
 * @example differencesOf(levels).filter((d) => (d.apart ?? 0) >= APART_TO_SETTLE)
 */
export function differencesOf<Said extends SaidLevel>(levels: readonly Said[]): LevelDifference<Said>[] {
  const units = new Map<string, Said[]>();
  for (const l of levels) {
    const key = `${l.delivery} ${l.checkpoint}`;
    units.set(key, [...(units.get(key) ?? []), l]);
  }
  return [...units.values()].flatMap((said) => {
    if (new Set(said.map((s) => s.level)).size < 2) return [];
    const seen = said.flatMap((s) => (s.level === 'NV' ? [] : [s.level]));
    const { delivery, checkpoint } = said[0]!;
    return [{ delivery, checkpoint, said, apart: seen.length < 2 ? null : Math.max(...seen) - Math.min(...seen) }];
  });
}
