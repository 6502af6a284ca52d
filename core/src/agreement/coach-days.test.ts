import { expect, test } from 'vitest';
import { coachDays } from './coach-days.ts';

const given = (day: string, coach: string, level: number | null, checkpoints = 12) =>
  Array.from({ length: checkpoints }, (_, i) => ({
    ...{ delivery: `d${day}`, camper: 'k', checkpoint: `C${i}`, coach, level, day },
  }));
const hidden = (day: string, coach: string, given: number, reference: number, n = 12) =>
  Array.from({ length: n }, () => ({ day, coach, given: given as 1, reference: reference as 2 }));

test('by day: against the mean of the others on what they share, and against the reference of hidden clips', () => {
  const levels = [...given('2026-07-13', 'a', 1), ...given('2026-07-13', 'b', 2), ...given('2026-07-13', 'c', 3)];
  const days = coachDays(levels, hidden('2026-07-14', 'a', 1, 2));
  expect(days.map((d) => [d.day, d.coach, d.shared.bias?.value ?? null, d.hidden.bias?.value ?? null])).toEqual([
    // 1 against the mean of 2 and 3, 2 against that of 1 and 3, 3 against that of 1 and 2.
    ['2026-07-13', 'a', -1.5, null],
    ['2026-07-13', 'b', 0, null],
    ['2026-07-13', 'c', 1.5, null],
    ['2026-07-14', 'a', null, -1],
  ]);
});

test('fewer than ten say their number and no figure; what one could not see, or nobody shares, is no judgement', () => {
  const few = coachDays([...given('1', 'a', 1, 9), ...given('1', 'b', 2, 9)], []);
  expect(few.map((d) => d.shared)).toEqual([
    { judgements: 9, bias: null },
    { judgements: 9, bias: null },
  ]);
  expect(coachDays([...given('1', 'a', 1), ...given('1', 'b', null)], [])).toEqual([]);
  expect(coachDays(given('1', 'a', 1), [])).toEqual([]);
  expect(coachDays([], [{ coach: 'a', day: '1', given: 'NV', reference: 2 }])).toEqual([]);
});
