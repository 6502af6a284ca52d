import { describe, expect, test } from 'vitest';
import type { Entry } from '@stride-chalk/core';
import { inverseOf, ownScore, scoreEntry, withEntry, type BenchData } from './bench-data.ts';
import { anId } from '../../parts/testing/an-id.ts';

const ME = anId('me');
const empty: BenchData = { marks: [], points: [], strokes: [], scores: [] };
const mark = (frame: number, event: 'set' | 'contact' = 'set'): Entry => ({
  kind: 'mark',
  clipId: anId('clip'),
  event,
  frame,
  frameTo: null,
});
const point = (x: number): Entry => ({
  kind: 'point',
  clipId: anId('clip'),
  event: 'contact',
  point: 'head',
  x,
  y: 5,
  pointSd: 2,
  frame: 9,
  origin: 'placed',
});
const score = (level: 0 | 1 | 2 | 3 | 'NV', faults: string[] = []): Entry =>
  scoreEntry({ deliveryId: anId('d'), checkpoint: 'E2' }, { level, faults, note: null });
const after = (data: BenchData, ...entries: Entry[]): BenchData => entries.reduce((d, e) => withEntry(d, e, ME), data);

describe('an entry on the bench', () => {
  test('replaces what it is about and leaves the rest', () => {
    const data = after(empty, mark(3), mark(9, 'contact'), mark(4));
    expect(data.marks.map((m) => [m.event, m.frame])).toEqual([
      ['contact', 9],
      ['set', 4],
    ]);
  });

  test("a score is the person's own; a colleague's stays beside it", () => {
    const theirs = {
      deliveryId: anId('d'),
      checkpoint: 'E2',
      coachId: anId('other'),
      level: 0 as const,
      faults: ['E2.late'],
      note: null,
    };
    const data = after({ ...empty, scores: [theirs] }, score(2), score(3));
    expect(data.scores).toHaveLength(2);
    expect(ownScore(data, anId('d'), 'E2', ME)?.level).toBe(3);
    expect(ownScore(data, anId('d'), 'E2', anId('other'))?.level).toBe(0);
  });
});

describe('undo', () => {
  test.each<[string, Entry[], Entry]>([
    ['a first mark', [], mark(7)],
    ['a mark that moved', [mark(3)], mark(7)],
    ['a mark that was taken away', [mark(3)], { kind: 'unmark', clipId: anId('clip'), event: 'set' }],
    ['a point that moved', [point(10)], point(20)],
    ['a first score', [], score(1, ['E2.late'])],
    ['a score that changed', [score(3)], score(1, ['E2.late'])],
    ['a score that was taken away', [score(2)], { kind: 'unscore', deliveryId: anId('d'), checkpoint: 'E2' }],
  ])('puts back what stood there before %s', (_name, before, entry) => {
    const data = after(empty, ...before);
    const inverse = inverseOf(data, entry, ME);
    expect(after(data, entry, inverse)).toEqual(data);
  });

  test('a first point is taken away again', () => {
    expect(inverseOf(empty, point(10), ME)).toMatchObject({ kind: 'unpoint', point: 'head' });
    expect(after(empty, point(10), inverseOf(empty, point(10), ME)).points).toEqual([]);
  });
});
