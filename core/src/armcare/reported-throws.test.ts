import { describe, expect, test } from 'vitest';
import type { DayThrows } from './arm-standing.ts';
import { reportedThrows, sameThrows } from './reported-throws.ts';

const game = (day: string, count: number): DayThrows => ({ day: `2026-07-${day}`, count, kind: 'game' });

describe('what stands of the answers of a day', () => {
  test('nobody has asked; one answer; none thrown', () => {
    expect(reportedThrows([])).toBeNull();
    expect(reportedThrows([{ reported: [game('13', 40)], known: null }])).toEqual([game('13', 40)]);
    expect(reportedThrows([{ reported: [], known: null }])).toEqual([]);
  });

  test('who saw the answer before replaces it, by fewer too', () => {
    const first = { reported: [game('13', 40)], known: null };
    expect(reportedThrows([first, { reported: [game('13', 20)], known: [game('13', 40)] }])).toEqual([game('13', 20)]);
    expect(reportedThrows([first, { reported: [], known: [game('13', 40)] }])).toEqual([]);
    // Nothing thrown was said and seen: more is a new answer.
    expect(
      reportedThrows([
        { reported: [], known: null },
        { reported: [game('12', 5)], known: [] },
      ]),
    ).toEqual([game('12', 5)]);
  });

  test('who did not see it takes nothing back: of each day the larger number stands', () => {
    const first = { reported: [game('13', 40), game('11', 10)], known: null };
    expect(reportedThrows([first, { reported: [], known: null }])).toEqual(first.reported);
    expect(reportedThrows([first, { reported: [game('13', 20), game('12', 30), game('11', 15)], known: null }])).toEqual([
      game('13', 40),
      game('11', 15),
      game('12', 30),
    ]);
    // An older list than the one that stands is not what stands.
    const second = { reported: [game('13', 50)], known: first.reported };
    expect(reportedThrows([first, second, { reported: [], known: first.reported }])).toEqual([game('13', 50)]);
  });

  test('several throws of one day count together, and equal ones stay the first', () => {
    const both: DayThrows[] = [game('13', 20), { ...game('13', 25), kind: 'bullpen' }];
    expect(
      reportedThrows([
        { reported: both, known: null },
        { reported: [game('13', 44)], known: null },
      ]),
    ).toEqual(both);
    expect(
      reportedThrows([
        { reported: both, known: null },
        { reported: [game('13', 45)], known: null },
      ]),
    ).toEqual(both);
    expect(
      reportedThrows([
        { reported: both, known: null },
        { reported: [game('13', 46)], known: null },
      ]),
    ).toEqual([game('13', 46)]);
  });
});

test('the same throws in another order are the same; none is not the same as not asked', () => {
  expect(sameThrows([game('13', 1), game('12', 2)], [game('12', 2), game('13', 1)])).toBe(true);
  expect(sameThrows([game('13', 1)], [game('13', 2)])).toBe(false);
  expect(sameThrows([game('13', 1)], [{ ...game('13', 1), kind: 'drill' }])).toBe(false);
  expect(sameThrows([], null)).toBe(false);
  expect(sameThrows(null, null)).toBe(true);
});
