import { describe, expect, test } from 'vitest';
import { habitsOf } from '../habits/habits-of.ts';
import type { Level, Score } from '../levels/level.ts';
import { defaultSheet } from '../sheet/default-sheet.ts';
import { explainedBy } from './cause-graph.ts';
import { chooseDrills } from './choose-drills.ts';
import { chooseFocus } from './choose-focus.ts';

/** Three deliveries that all show the given faults. */
const always = (...faults: ReadonlyArray<readonly [string, Level]>): Score[] =>
  ['a', 'b', 'c'].flatMap((delivery) =>
    faults.map(([code, level]) => ({ delivery, checkpoint: code.split('.')[0]!, level, faults: [code] })),
  );
const focus = (scores: readonly Score[], age: '9-10' | '11-12' | '13-14' = '13-14') =>
  chooseFocus(habitsOf(scores), defaultSheet, age).chosen;

describe('chooseFocus', () => {
  test('the knee that gives way comes before the glove and the chest that follow it', () => {
    const chosen = focus(always(['G2.upright', 0], ['F3.long', 0], ['F2.gives-way', 1]));
    expect(chosen[0]).toMatchObject({ checkpoint: 'F2', explainedBy: null });
    expect(chosen[0]!.explains).toEqual(expect.arrayContaining(['F3', 'G2']));
    expect(chosen[1]!.explainedBy).toBe('F2');
    expect(chosen).toHaveLength(2);
  });

  test('independent causes: severity times share decides, then the earlier in the delivery', () => {
    expect(focus(always(['A1.narrow', 2], ['E2.late', 0])).map((f) => f.checkpoint)).toEqual(['E2', 'A1']);
    expect(focus(always(['E2.late', 1], ['A1.narrow', 1])).map((f) => f.checkpoint)).toEqual(['A1', 'E2']);
  });

  test('nothing is invented', () => {
    expect(focus([])).toEqual([]);
    expect(focus(['a', 'b', 'c'].map((delivery) => ({ delivery, checkpoint: 'A1', level: 3 as const, faults: [] })))).toEqual([]);
    expect(focus(always(['E2.late', 1]))).toHaveLength(1);
  });

  test('what is not scored at an age never becomes a focus', () => {
    expect(focus(always(['F2.gives-way', 0]), '9-10')).toEqual([]);
    expect(focus(always(['F2.gives-way', 0]), '13-14')).toHaveLength(1);
  });

  test('a young child gets two things at most, a youth four', () => {
    const many = always(
      ['A1.narrow', 1],
      ['A3.open', 1],
      ['D3.across', 1],
      ['E2.late', 1],
      ['H3.glove-down', 1],
      ['X1.varies', 1],
    );
    expect(focus(many, '9-10')).toHaveLength(2);
    expect(focus(many, '11-12')).toHaveLength(3);
    expect(focus(many, '13-14')).toHaveLength(4);
  });

  test('each choice gives what it stands on: how often, how far off, what it explains', () => {
    const [first] = focus(always(['F2.gives-way', 1], ['G2.upright', 1]));
    expect(first).toMatchObject({ checkpoint: 'F2', share: 1, severity: 2, explains: ['G2'], explainedBy: null });
  });
});

describe('what is not chosen', () => {
  /** A sheet with causes of our own between real faults, so that the weights can be reckoned by hand. */
  const sheetWith = (...causes: ReadonlyArray<readonly [string, string]>) => ({
    ...defaultSheet,
    causes: causes.map(([cause, effect]) => ({ cause, effect, why: 'our own' })),
  });
  const plan = (scores: readonly Score[], sheet: typeof defaultSheet, age: '9-10' | '13-14' = '9-10') =>
    chooseFocus(habitsOf(scores), sheet, age);

  test('a habit at level 0 throughout does not vanish behind a cause that lost', () => {
    // A3 and B1 weigh 2 each, C1 weighs 1 and half of E2's 3: E2 is the worst of all, and its cause comes for it.
    const scores = always(['A3.open', 1], ['B1.low', 1], ['C1.foot-first', 2], ['E2.late', 0]);
    const { chosen, later } = plan(scores, sheetWith(['C1.foot-first', 'E2.late']));
    expect(chosen.map((c) => c.checkpoint)).toEqual(['C1', 'A3']);
    expect(later.map((c) => [c.checkpoint, c.explainedBy])).toEqual([
      ['E2', 'C1'],
      ['B1', null],
    ]);
  });

  test('what a cause explains that is not worked on is weighed by itself', () => {
    // With C1 gone from the habits nobody explains E2.
    const { chosen } = plan(always(['A3.open', 1], ['B1.low', 1], ['E2.late', 0]), sheetWith(['C1.foot-first', 'E2.late']));
    expect(chosen.map((c) => c.checkpoint)).toEqual(['E2', 'A3']);
  });

  test('causes in a circle do not vanish', () => {
    const circle = sheetWith(['B1.low', 'C1.foot-first'], ['C1.foot-first', 'E2.late'], ['E2.late', 'B1.low']);
    const { chosen, later } = plan(always(['A3.open', 2], ['B1.low', 0], ['C1.foot-first', 0], ['E2.late', 0]), circle);
    expect(chosen.map((c) => c.checkpoint)).toEqual(['B1', 'A3']);
    expect(later.map((c) => [c.checkpoint, c.explainedBy])).toEqual([
      ['C1', 'B1'],
      ['E2', 'B1'],
    ]);
  });

  test('low throughout with another fault each time is a finding', () => {
    const scores: Score[] = (['E2.late', 'E2.elbow-low', 'E2.elbow-high'] as const).map((code, i) => ({
      delivery: String(i),
      checkpoint: 'E2',
      level: 1,
      faults: [code],
    }));
    const [only] = plan(scores, defaultSheet).chosen;
    expect(only).toMatchObject({ checkpoint: 'E2', lowThroughout: true, visible: 3, severity: 2, share: 1 });
    const silent = scores.map((s) => ({ ...s, faults: [] }));
    expect(plan(silent, defaultSheet).chosen).toMatchObject([{ checkpoint: 'E2', faults: [], lowThroughout: true }]);
  });
});

describe('explainedBy', () => {
  test('causes are followed through what was seen, and only through it', () => {
    const withMiddle = explainedBy(['A2.rocks-back', 'B3.stalls', 'D1.opens-early'], defaultSheet);
    expect([...withMiddle.get('A2.rocks-back')!]).toEqual(['B3.stalls', 'D1.opens-early']);
    const without = explainedBy(['A2.rocks-back', 'D1.opens-early'], defaultSheet);
    expect([...without.get('A2.rocks-back')!]).toEqual([]);
  });
});

describe('chooseDrills', () => {
  test('every fault of the sheet has at least one drill', () => {
    for (const c of defaultSheet.checkpoints)
      for (const f of c.faults) expect(chooseDrills(defaultSheet, [f.code], new Set()).length, f.code).toBeGreaterThan(0);
  });
  test('a drill that is taken is not given twice', () => {
    const [first] = chooseDrills(defaultSheet, ['G2.upright'], new Set());
    expect(chooseDrills(defaultSheet, ['G2.upright'], new Set([first!.id])).map((d) => d.id)).not.toContain(first!.id);
  });

  test('those of the first fault in the order of the sheet, then of the next; two at most, none twice', () => {
    const chosen = (faults: string[], taken: string[] = []): string[] =>
      chooseDrills(defaultSheet, faults, new Set(taken)).map((d) => d.id);
    expect(chosen(['G2.upright'])).toEqual(['reach-out', 'rock-and-throw']);
    expect(chosen(['G2.upright', 'G2.bends-late'], ['reach-out'])).toEqual(['rock-and-throw', 'offset-stance']);
    expect(chosen(['E2.late', 'E2.elbow-low'], ['mirror-hands', 'two-balls'])).toEqual(['wings-mirror', 'knee-throw']);
    expect(chosen(['G2.upright'], ['reach-out', 'rock-and-throw'])).toEqual([]);
    expect(chosen(['C1.none'])).toEqual([]);
    expect(chosen([])).toEqual([]);
  });
});
