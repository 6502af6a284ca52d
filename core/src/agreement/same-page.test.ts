import { describe, expect, test } from 'vitest';
import { LEAST_JUDGEMENTS, samePage, type StaffLevel } from './same-page.ts';

/** Levels of coaches a, b, c for one checkpoint: a row for each delivery; null not visible, undefined not scored. */
const given = (checkpoint: string, rows: ReadonlyArray<ReadonlyArray<number | null | undefined>>): StaffLevel[] =>
  rows.flatMap((row, d) =>
    row.flatMap((level, c) =>
      level === undefined ? [] : [{ delivery: `d${d}`, camper: `k${d}`, checkpoint, coach: 'abc'[c]!, level }],
    ),
  );
const times = <T>(n: number, row: T): T[] => Array.from({ length: n }, () => row);

describe('the same page', () => {
  test('agreement of each checkpoint and of each pair, over what both have scored and could see', () => {
    const page = samePage([
      ...given('P', [
        [3, 3],
        [2, 1],
        [0, 3],
        [1, null],
        [2, undefined, 2],
      ]),
      ...given('Q', [[1, 1, 1]]),
    ]);
    const p = page.checkpoints.find((c) => c.checkpoint === 'P')!;
    // Pairs on P: 3-3, 2-1, 0-3 of a and b, 2-2 of a and c: two alike, three within one.
    expect(p.agreement).toEqual({ value: 2 / 4, withinOne: 3 / 4, pairs: 4, reason: null });
    expect(p.widest).toEqual([
      { delivery: 'd2', camper: 'k2', apart: 3 },
      { delivery: 'd1', camper: 'k1', apart: 1 },
    ]);
    const [ab, ac, bc] = page.pairs;
    expect([ab!.coaches, ab!.shared, ac!.shared, bc!.shared]).toEqual([['a', 'b'], 4, 2, 1]);
    // a less b: 0, 1, -3, 0: mean -0.5.
    expect(ab!.bias!.value).toBe(-0.5);
    expect(ab!.bias!.lower).toBeLessThan(-0.5);
    expect(bc!.bias).toBeNull();
    expect(page.all).toMatchObject({ pairs: 7 });
  });

  test('words to repair first: the least alike of those with enough judgements', () => {
    const page = samePage([
      ...given('alike', times(LEAST_JUDGEMENTS, [3, 3])),
      ...given('near', times(LEAST_JUDGEMENTS, [3, 2])),
      ...given('far', times(LEAST_JUDGEMENTS, [3, 1])),
      ...given('few', times(LEAST_JUDGEMENTS - 1, [3, 0])),
    ]);
    expect(page.repairFirst).toEqual(['far', 'near', 'alike']);
  });

  test('a coach alone, nothing at all, and everything alike say why there is no figure', () => {
    const alone = samePage(given('P', [[3], [2]]));
    expect([alone.pairs, alone.repairFirst]).toEqual([[], []]);
    expect(alone.checkpoints[0]!.agreement).toMatchObject({ value: null, reason: expect.stringMatching(/two/) });
    expect(samePage([])).toMatchObject({ checkpoints: [], pairs: [], all: { value: null } });
    const same = samePage(given('P', times(12, [3, 3])));
    expect(same.checkpoints[0]!.alpha).toMatchObject({ value: null, reason: expect.stringMatching(/one level/) });
    expect(same.pairs[0]!.kappa).toMatchObject({ value: null });
  });

  test('two levels of one coach for one thing are an error, not the later one', () => {
    expect(() => samePage([...given('P', [[3]]), ...given('P', [[2]])])).toThrow(/^a has two levels for P of d0$/);
  });
});
