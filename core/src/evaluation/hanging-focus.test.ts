import { expect, test } from 'vitest';
import type { Level, Score } from '../levels/level.ts';
import { defaultSheet } from '../sheet/default-sheet.ts';
import { hangingFocus } from './hanging-focus.ts';

const deliveries = ['a', 'b', 'c'];
const everywhere = (checkpoint: string, level: Level, fault?: string): Score[] =>
  deliveries.map((delivery) => ({ delivery, checkpoint, level, faults: fault ? [fault] : [] }));
const input = (scores: readonly Score[]) => ({
  sheet: defaultSheet,
  ageGroup: '13-14' as const,
  deliveries,
  scores,
  figures: [],
  reFilmOn: null,
});

test('the focus hangs on what would take one away, or bring one in, or give it another fault', () => {
  const mine = [...everywhere('F2', 1, 'F2.gives-way'), ...everywhere('H3', 3), ...everywhere('A1', 3)];
  const other = [...everywhere('F2', 3), ...everywhere('H3', 0, 'H3.glove-down'), ...everywhere('A1', 2)];
  expect(defaultSheet.checkpoints.find((c) => c.id === 'F2')!.faults.map((f) => f.code)).toContain('F2.gives-way');
  expect(hangingFocus(input(mine), [other])).toEqual(['F2', 'H3']);
});

test('a difference that leaves the focus as it is does not hold it up, nor does a delivery that only the other one has scored', () => {
  const mine = everywhere('F2', 1, 'F2.gives-way');
  expect(hangingFocus(input(mine), [everywhere('F2', 0, 'F2.gives-way')])).toEqual([]);
  expect(hangingFocus(input(mine), [[{ delivery: 'elsewhere', checkpoint: 'F2', level: 3, faults: [] }]])).toEqual([]);
  expect(hangingFocus(input(mine), [])).toEqual([]);
});

test('of several others one is enough', () => {
  const mine = everywhere('F2', 1, 'F2.gives-way');
  expect(hangingFocus(input(mine), [everywhere('F2', 1, 'F2.gives-way'), everywhere('F2', 3)])).toEqual(['F2']);
});
