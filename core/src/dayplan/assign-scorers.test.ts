import highsLoader from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import type { AgeGroup } from '../roster/age-group.ts';
import { assignScorers, type IntegerSolver, type ScorerChoice } from './assign-scorers.ts';
import { recordsOf, solverWith } from './testing/plan.ts';
import { coach, coaches, kid } from './testing/ids.ts';

let highs: IntegerSolver;
beforeAll(async () => {
  highs = solverWith(await highsLoader());
});

const campers = (...ages: readonly AgeGroup[]) => ages.map((ageGroup, i) => ({ id: kid(`c${i}`), ageGroup }));
const same = (n: number, age: AgeGroup = '11-12') => campers(...Array.from({ length: n }, () => age));
const silent: IntegerSolver = () => null;
/** Both scorers of the campers who have two, in the order of the campers. */
const doubles = (choices: readonly ScorerChoice[]) =>
  choices.flatMap((c) => (c.secondScorer ? [`${c.scorer}${c.secondScorer}`] : []));
const loads = (choices: readonly ScorerChoice[], scorers: string) =>
  [...scorers].map((s) => recordsOf(choices).filter((r) => r.coach === s).length);

describe('who scores whom', () => {
  test('nobody to score, nobody who scores, one who scores', () => {
    expect(assignScorers({ campers: [], scorers: coaches('ab'), blindShare: 1 }, highs)).toEqual([]);
    expect(assignScorers({ campers: same(2), scorers: [], blindShare: 1 }, highs)).toEqual([]);
    expect(assignScorers({ campers: same(2), scorers: coaches('a'), blindShare: 1 }, highs)).toEqual([
      { camper: kid('c0'), scorer: coach('a'), secondScorer: null },
      { camper: kid('c1'), scorer: coach('a'), secondScorer: null },
    ]);
  });

  test('the share gets a second scorer, rounded up, at least as many as link all, and never more than there are', () => {
    const count = (n: number, scorers: string, blindShare: number) =>
      doubles(assignScorers({ campers: same(n), scorers: coaches(scorers), blindShare }, highs)).length;
    expect([count(20, 'abc', 0.2), count(21, 'abc', 0.2)]).toEqual([4, 5]);
    // A path through four coaches has three edges; one through three has two.
    expect([count(10, 'abcd', 0.1), count(10, 'abc', 0.01)]).toEqual([3, 2]);
    expect([count(2, 'abcd', 0.5), count(10, 'abc', 0), count(3, 'abc', 1)]).toEqual([2, 0, 3]);
  });

  test('first a path through all coaches, then the pairs that have met least; in the next round the other way about', () => {
    // Four coaches: ab bc cd; then a and d have met one each, so ad; ac and bd have met two and two.
    expect(doubles(assignScorers({ campers: same(6), scorers: coaches('abcd'), blindShare: 1 }, highs))).toEqual([
      'ab',
      'bc',
      'cd',
      'ad',
      'ac',
      'bd',
    ]);
    expect(doubles(assignScorers({ campers: same(6), scorers: coaches('abc'), blindShare: 1 }, highs))).toEqual([
      'ab',
      'bc',
      'ac',
      'ba',
      'cb',
      'ca',
    ]);
    // Five: the path ab bc cd de; then ae, who have met one each; then all have met two, and ac is the first of them.
    expect(doubles(assignScorers({ campers: same(6), scorers: coaches('abcde'), blindShare: 1 }, highs)).slice(3)).toEqual([
      'de',
      'ae',
      'ac',
    ]);
  });

  test('a camper who is scored twice keeps his first scorer where he is one of the two', () => {
    const before = [
      { camper: kid('c0'), scorer: coach('b'), secondScorer: null },
      { camper: kid('c1'), scorer: coach('a'), secondScorer: null },
      { camper: kid('c3'), scorer: coach('a'), secondScorer: null },
    ];
    const made = assignScorers({ campers: same(4), scorers: coaches('abc'), blindShare: 1, before }, highs);
    // Pairs ab bc ac ab(turned): c1 was scored by a, who is not of his pair.
    expect(doubles(made)).toEqual(['ba', 'bc', 'ac', 'ab']);
  });

  test('those scored twice lie evenly over the ages, youngest first, by their number and not by their letters', () => {
    const ages: AgeGroup[] = ['11-12', '17-18', '7-8', '9-10', '7-8', '11-12', '9-10', '17-18'];
    const made = assignScorers({ campers: campers(...ages), scorers: coaches('abc'), blindShare: 0.5 }, highs);
    // In order of age: c2 c4 | c3 c6 | c0 c5 | c1 c7; of four, those at 1, 3, 5 and 7 of eight.
    expect(made.filter((c) => c.secondScorer).map((c) => c.camper)).toEqual(['c4', 'c5', 'c6', 'c7']);
    const pairs = new Map(made.map((c) => [c.camper, `${c.scorer}${c.secondScorer}`]));
    expect(['c4', 'c6', 'c5', 'c7'].map((id) => pairs.get(kid(id)))).toEqual(['ab', 'bc', 'ac', 'ba']);
  });
});

describe('the solver', () => {
  test('gives everybody as much to do, the second scores counted, and every age to every coach', () => {
    const ages = Array.from({ length: 24 }, (_, i): AgeGroup => (i < 12 ? '7-8' : '15-16'));
    const made = assignScorers({ campers: campers(...ages), scorers: coaches('abc'), blindShare: 0.125 }, highs);
    // 24 first and 3 second scores: nine each.
    expect(loads(made, 'abc')).toEqual([9, 9, 9]);
    const alone = made.filter((c) => !c.secondScorer);
    for (const s of 'abc')
      for (const [from, to] of [
        [0, 12],
        [12, 24],
      ] as const) {
        const own = alone.filter((c) => c.scorer === s && Number(c.camper.slice(1)) >= from && Number(c.camper.slice(1)) < to);
        expect(own.length, `${s} ${from}`).toBeGreaterThanOrEqual(2);
        expect(own.length, `${s} ${from}`).toBeLessThanOrEqual(4);
      }
  });

  test('keeps who scored whom where the load allows it, and moves no more than it must', () => {
    const before = same(6).map(({ id }, i) => ({ camper: id, scorer: coach('ccabba'[i]!), secondScorer: null }));
    const kept = assignScorers({ campers: same(6), scorers: coaches('abc'), blindShare: 0, before }, highs);
    expect(kept.map((c) => c.scorer).join('')).toBe('ccabba');
    const all = before.map((b) => ({ ...b, scorer: coach('a') }));
    const moved = assignScorers({ campers: same(6), scorers: coaches('abc'), blindShare: 0, before: all }, highs);
    expect(loads(moved, 'abc')).toEqual([2, 2, 2]);
  });

  test('its answer is what holds; where it gives none, or half of one, each camper goes to the coach with the least to do', () => {
    const question = { campers: same(3), scorers: coaches('ab'), blindShare: 0 };
    const answer =
      (pairs: readonly string[]): IntegerSolver =>
      () =>
        new Map(pairs.map((p) => [p, 1]));
    const asked = (solve: IntegerSolver) =>
      assignScorers(question, solve)
        .map((c) => c.scorer)
        .join('');
    expect(asked(answer(['x_0_1', 'x_1_1', 'x_2_0']))).toBe('bba');
    expect(asked(silent)).toBe('aba');
    expect(asked(answer(['x_0_1', 'x_1_1']))).toBe('aba');
    // A solver's 0.5 is no choice.
    expect(
      asked(
        () =>
          new Map([
            ['x_0_1', 1],
            ['x_1_1', 1],
            ['x_2_0', 0.5],
          ]),
      ),
    ).toBe('aba');
  });

  test('is not asked when every camper is scored twice anyway, and is told only of the others', () => {
    let program = '';
    const spy: IntegerSolver = (p) => {
      program = p;
      return null;
    };
    assignScorers({ campers: same(3), scorers: coaches('abc'), blindShare: 1 }, spy);
    expect(program).toBe('');
    assignScorers({ campers: same(4), scorers: coaches('ab'), blindShare: 0.25 }, spy);
    // c2, in the middle, is scored twice.
    expect(program).toMatch(/ x_0_0\n x_0_1\n x_1_0\n x_1_1\n x_3_0\n x_3_1\nEnd/);
    expect(program).not.toContain('x_2_');
    expect(program).toContain(' + x_3_0 - most <= -1\n');
    expect(program).toContain(' + x_3_1 - least >= -1\n');
  });

  test('without an answer the load counts both scores, and an old scorer keeps his camper while he has the least to do', () => {
    const question = (before: ScorerChoice[] = []) => ({ campers: same(7), scorers: coaches('abc'), blindShare: 0.2, before });
    // Seconds: 2 of 7, c1 (ab) and c5 (bc): loads 1 2 1. Then c0 a, c2 c, c3 a b c alike at 2: a, c4 b, c6 c.
    expect(assignScorers(question(), silent).map((c) => `${c.scorer}${c.secondScorer ?? ''}`)).toEqual([
      'a',
      'ab',
      'c',
      'a',
      'b',
      'bc',
      'c',
    ]);
    const before = [
      { camper: kid('c0'), scorer: coach('c'), secondScorer: null },
      { camper: kid('c2'), scorer: coach('c'), secondScorer: null },
      { camper: kid('c3'), scorer: coach('b'), secondScorer: null },
    ];
    // c0 stays with c, who has one; c2 does not, as a has fewer; c3 stays with b.
    expect(
      assignScorers(question(before), silent)
        .map((c) => c.scorer)
        .join(''),
    ).toBe('caababc');
  });

  describe('who is not qualified', () => {
    const question = (n: number, scorers: string, twice: string, blindShare = 0.2) => ({
      ...{ campers: same(n), scorers: coaches(scorers), twice: coaches(twice), blindShare },
    });

    test.each([
      ['by the program', () => highs],
      ['without an answer of it', () => silent],
    ])('has every camper scored a second time, by one who is: %s', (_, solver) => {
      const choices = assignScorers(question(20, 'abc', 'b'), solver());
      const own = choices.filter((c) => c.scorer === coach('b'));
      expect(own.length).toBeGreaterThan(3);
      for (const c of own) expect(['a', 'c'].map((s) => coach(s))).toContain(c.secondScorer);
      // Of the others' no more than the share.
      expect(choices.filter((c) => c.scorer !== coach('b') && c.secondScorer).length).toBeLessThanOrEqual(4);
    });

    test('what others look at a second time counts as their work: the loads stay even', () => {
      const choices = assignScorers(question(21, 'abc', 'c', 0), highs);
      const load = loads(choices, 'abc');
      expect(Math.max(...load) - Math.min(...load)).toBeLessThanOrEqual(1);
      expect(choices.filter((c) => c.scorer === coach('c')).every((c) => c.secondScorer)).toBe(true);
    });

    test('where nobody is, the others look; one alone has nobody to look', () => {
      const choices = assignScorers(question(6, 'ab', 'ab', 0), highs);
      for (const c of choices) expect(c.secondScorer).toBe(c.scorer === coach('a') ? coach('b') : coach('a'));
      expect(assignScorers(question(2, 'a', 'a'), highs).map((c) => c.secondScorer)).toEqual([null, null]);
    });

    test('keeps his second scorer where the balance allows it', () => {
      const before = same(2).map((c) => ({ camper: c.id, scorer: coach('c'), secondScorer: coach('b') }));
      const [first] = assignScorers({ ...question(1, 'abc', 'c', 0), before }, (program) => {
        expect(program).toContain('more_0 + more_1 - x_0_2 = 0');
        return new Map([['x_0_2', 1]]);
      });
      expect(first).toEqual({ camper: kid('c0'), scorer: coach('c'), secondScorer: coach('b') });
    });
  });
});
