import type { DayThrows } from './arm-standing.ts';

/** One answer of a family about the throws of the last days. */
export interface ThrowsAnswer {
  readonly reported: readonly DayThrows[];
  /** What had been reported as far as the one who asked knew; null when he knew of nothing. */
  readonly known: readonly DayThrows[] | null;
}

/**
 * What stands of the answers of one day, the oldest first. An answer replaces what the one who asked had before him. Where two gates ask without
 * knowing of each other, neither answer is taken back by the other: of each day the larger number stands, so that arm care is loosened by nobody
 * who did not see what he loosens. Common practice, no source.
 *
 * @returns null when nobody has asked; an empty list when nothing was thrown
 * @example
 * // One gate notes 40 throws, another, which has not heard of it, "nothing thrown": 40 stand
 * reportedThrows([
 *   { reported: [{ day: '2026-07-13', count: 40, kind: 'game' }], known: null },
 *   { reported: [], known: null },
 * ])
 */
export function reportedThrows(answers: readonly ThrowsAnswer[]): readonly DayThrows[] | null {
  let stands: readonly DayThrows[] | null = null;
  for (const { reported, known } of answers)
    stands = stands === null || sameThrows(stands, known) ? reported : largerOfEachDay(stands, reported);
  return stands;
}

/** True when both say the same throws, in whatever order; null is not the same as none. */
export function sameThrows(a: readonly DayThrows[] | null, b: readonly DayThrows[] | null): boolean {
  return inWords(a) === inWords(b);
}
const inWords = (list: readonly DayThrows[] | null): string =>
  list === null
    ? 'nobody asked'
    : list
        .map((t) => `${t.day} ${t.kind} ${t.count}`)
        .sort()
        .join();

function largerOfEachDay(a: readonly DayThrows[], b: readonly DayThrows[]): DayThrows[] {
  const of = (list: readonly DayThrows[], day: string): DayThrows[] => list.filter((t) => t.day === day);
  const sum = (list: readonly DayThrows[]): number => list.reduce((n, t) => n + t.count, 0);
  return [...new Set([...a, ...b].map((t) => t.day))].flatMap((day) => {
    const [one, other] = [of(a, day), of(b, day)];
    return sum(other) > sum(one) ? other : one;
  });
}
