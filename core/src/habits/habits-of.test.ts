import { describe, expect, test } from 'vitest';
import type { Score, Seen } from '../levels/level.ts';
import { habitsOf } from './habits-of.ts';

const set = (checkpoint: string, ...levels: ReadonlyArray<Seen | readonly [Seen, ...string[]]>): Score[] =>
  levels.map((entry, i) => {
    const [level, ...faults] = typeof entry === 'object' ? entry : [entry];
    return { delivery: `d${i}`, checkpoint, level, faults };
  });

describe('habitsOf', () => {
  test('a fault in more than half of the visible deliveries and in two of them is a habit', () => {
    const [h] = habitsOf(set('E2', [1, 'E2.late'], [0, 'E2.late'], 3));
    expect(h!.habits).toMatchObject([{ code: 'E2.late', seen: 2, visible: 3, severity: 2.5, deliveries: ['d0', 'd1'] }]);
    expect(h).toMatchObject({ middle: 1, strength: false, seenOnce: false });
  });

  test('half is not more than half', () => {
    const [h] = habitsOf(set('E2', [1, 'E2.late'], [1, 'E2.late'], 3, 3));
    expect(h!.habits).toEqual([]);
    expect(h!.oneOffs).toMatchObject([{ code: 'E2.late', seen: 2, visible: 4 }]);
  });

  test('what was not visible leaves the denominator', () => {
    const [h] = habitsOf(set('E2', [1, 'E2.late'], [1, 'E2.late'], 'NV', 'NV', 3));
    expect(h).toMatchObject({ visible: 3, notVisible: 2 });
    expect(h!.habits).toHaveLength(1);
  });

  test('one visible delivery gives neither habit nor strength', () => {
    const [fault] = habitsOf(set('E2', [0, 'E2.late'], 'NV'));
    const [good] = habitsOf(set('A1', 3, 'NV'));
    expect(fault).toMatchObject({ seenOnce: true, habits: [] });
    expect(good).toMatchObject({ seenOnce: true, strength: false });
  });

  test('a strength needs 3 in more than half, at least two, and never a 0', () => {
    expect(habitsOf(set('A1', 3, 3, 2))[0]!.strength).toBe(true);
    expect(habitsOf(set('A1', 3, 3, [0, 'A1.wide']))[0]!.strength).toBe(false);
    expect(habitsOf(set('A1', 3, 3, 2, 2))[0]!.strength).toBe(false);
  });

  test('low throughout is a finding, also when each delivery showed another fault', () => {
    const [low] = habitsOf(set('E2', [1, 'E2.late'], [0, 'E2.elbow-low'], [1, 'E2.stiff'], 'NV'));
    expect(low).toMatchObject({ habits: [], lowThroughout: true, shortfall: 7 / 3 });
    expect(low!.oneOffs).toHaveLength(3);
    expect(habitsOf(set('E2', [1, 'E2.late'], [2, 'E2.elbow-low']))[0]).toMatchObject({ lowThroughout: false });
    expect(habitsOf(set('E2', [0, 'E2.late'], 'NV'))[0]).toMatchObject({ lowThroughout: false, shortfall: 3 });
    expect(habitsOf(set('E2', 'NV'))[0]).toMatchObject({ lowThroughout: false, shortfall: 0 });
  });

  test('never visible, and two scores for one delivery', () => {
    expect(habitsOf(set('A1', 'NV', 'NV'))[0]).toMatchObject({ visible: 0, middle: null, seenOnce: false });
    const twice = [...set('A1', 3), ...set('A1', 2)];
    expect(() => habitsOf(twice)).toThrow('two scores');
  });
});

describe('judged by fair levels', () => {
  const given = (level: 0 | 1 | 2, fair?: number) =>
    ['a', 'b', 'c'].map((delivery) => ({
      ...{ delivery, checkpoint: 'F2', level, faults: ['F2.gives-way'] },
      ...(fair === undefined ? {} : { fair }),
    }));

  test('a strict coach’s habit weighs less; levels, counts and strengths stay as given', () => {
    const [raw] = habitsOf(given(1));
    const [fair] = habitsOf(given(1, 1.4));
    expect(raw!.judgedFair).toBeNull();
    expect(fair!.judgedFair).toBeCloseTo(0.4, 12);
    expect(fair!.shortfall).toBeCloseTo(1.6, 12);
    expect(fair!.habits[0]!.severity).toBeCloseTo(1.6, 12);
    expect(fair!.levels).toEqual([1, 1, 1]);
    expect([fair!.middle, fair!.habits[0]!.seen, fair!.strength]).toEqual([raw!.middle, raw!.habits[0]!.seen, raw!.strength]);
  });

  test('low throughout is what is low at the mean severity too', () => {
    expect(habitsOf(given(1, 1.4))[0]!.lowThroughout).toBe(true);
    expect(habitsOf(given(1, 1.6))[0]!.lowThroughout).toBe(false);
    expect(habitsOf(given(2, 1.4))[0]!.lowThroughout).toBe(true);
  });

  test('no worth lies beyond the levels', () => {
    expect(habitsOf(given(2, 3.4))[0]!.shortfall).toBe(0);
    expect(habitsOf(given(0, -0.5))[0]!.shortfall).toBe(3);
  });
});
