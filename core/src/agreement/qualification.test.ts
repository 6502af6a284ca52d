import { expect, test } from 'vitest';
import type { Level, Seen } from '../levels/level.ts';
import { qualification, type PracticeJudgement } from './qualification.ts';

const judged = (pairs: ReadonlyArray<readonly [Seen, Seen]>): PracticeJudgement[] =>
  pairs.map(([given, reference], i) => ({ checkpoint: 'A1', phase: i % 2 === 0 ? 'A' : 'B', given, reference }));
const many = (n: number, of: (reference: Level, i: number) => Seen): PracticeJudgement[] =>
  judged(Array.from({ length: n }, (_, i) => [of((i % 4) as Level, i), (i % 4) as Level] as const));

test('who gives what the reference gives is qualified from sixty judgements on', () => {
  const enough = qualification(many(60, (r) => r));
  expect(enough).toMatchObject({ judgements: 60, qualified: true, lacks: [], bias: { value: 0 } });
  expect(enough.kappa.value).toBeCloseTo(1, 12);
  expect(qualification(many(59, (r) => r))).toMatchObject({ qualified: false, lacks: ['1 judgements more'] });
});

test('what one of the two could not see is no judgement', () => {
  const with5 = [
    ...many(58, (r) => r),
    ...judged([
      ['NV', 2],
      [1, 'NV'],
      ['NV', 'NV'],
    ]),
  ];
  expect(qualification(with5).judgements).toBe(58);
});

test('a bias of half a level passes, more does not, to either side', () => {
  // Every second one a level lower where there is one: a third of levels 1 to 3 of each four.
  const low = (share: number) => qualification(many(80, (r, i) => (i % 20 < share && r > 0 ? ((r - 1) as Level) : r)));
  expect(low(0).qualified).toBe(true);
  const half = qualification(
    judged(Array.from({ length: 80 }, (_, i) => [(i % 2) as Level, ((i % 2) + (i % 4 < 2 ? 1 : 0)) as Level] as const)),
  );
  expect(half.bias!.value).toBeCloseTo(-0.5, 12);
  expect(half.lacks.some((l) => l.includes('bias'))).toBe(false);
  const more = qualification(many(80, (r) => Math.max(0, r - 1) as Level));
  expect(more.bias!.value).toBeCloseTo(-0.75, 12);
  expect(more.lacks).toEqual(['a bias of half a level at most, it is 0.75 too low']);
  expect(qualification(many(80, (r) => Math.min(3, r + 1) as Level)).lacks).toEqual([
    'a bias of half a level at most, it is 0.75 too high',
  ]);
});

test('levels that have nothing to do with the reference have no kappa of 0.60', () => {
  const { qualified, lacks } = qualification(many(80, (_, i) => ((i * 7 + Math.floor(i / 4)) % 4) as Level));
  expect(qualified).toBe(false);
  expect(lacks.join()).toMatch(/a kappa of 0\.60, it is/);
});

test('always the same level has no kappa, and says so', () => {
  const { qualified, lacks } = qualification(judged(Array.from({ length: 60 }, () => [3, 3] as const)));
  expect(qualified).toBe(false);
  expect(lacks).toHaveLength(1);
  expect(lacks[0]).toMatch(/^a kappa: /);
});

test('by phase too', () => {
  const { phases } = qualification(many(60, (r) => r));
  expect(phases.map((p) => [p.phase, p.judgements])).toEqual([
    ['A', 30],
    ['B', 30],
  ]);
});
