// Sixty camps planned: apart from the other tests, so that a run over many mutants can leave them out.
import highsLoader from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import { assignScorers, linkedDesign, planProblems, type DayInput, type DayPlan, type IntegerSolver } from './index.ts';
import { checkByMinute } from './testing/check-by-minute.ts';
import { solverWith, plan, recordsOf, scorersOf } from './testing/plan.ts';
import { randomCamp } from './testing/random-camp.ts';

let solve: IntegerSolver;
beforeAll(async () => {
  solve = solverWith(await highsLoader());
});

describe('sixty random camps', () => {
  let camps: Array<{ seed: number; input: DayInput; made: DayPlan }>;
  beforeAll(() => {
    camps = Array.from({ length: 60 }, (_, i) => i + 1).map((seed) => ({
      seed,
      input: randomCamp(seed),
      made: plan(randomCamp(seed)),
    }));
  });

  test('no rule is broken, whoever asks; everybody whom arm care lets throw is placed', () => {
    for (const {
      seed,
      input,
      made: { sessions, unplaced },
    } of camps) {
      expect(checkByMinute(input, sessions), `camp ${seed}`).toEqual([]);
      expect(planProblems(input, sessions), `camp ${seed}`).toEqual([]);
      expect(
        unplaced.filter((u) => u.why === 'noRoom'),
        `camp ${seed}`,
      ).toEqual([]);
      expect(sessions.length + unplaced.length).toBe(input.campers.length);
      for (const u of unplaced)
        expect(input.campers.find((c) => c.id === u.camper)!.throwsLeft).toBeLessThanOrEqual(input.settings.warmUpThrows);
    }
  });

  test('the finish lies within 5 % of the bound on median, and never below it', () => {
    const ratios = camps
      .map(({ made: { facts } }) => {
        expect(facts.minutes).toBeGreaterThanOrEqual(facts.leastMinutes);
        return facts.minutes / facts.leastMinutes;
      })
      .sort((a, b) => a - b);
    expect((ratios[29]! + ratios[30]!) / 2).toBeLessThanOrEqual(1.05);
  });

  test('every pair of coaches is linked, one camper in five is scored twice, and everybody has as much to do', () => {
    for (const { seed, input, made } of camps.slice(0, 30)) {
      const planned = made.sessions.map((s) => input.campers.find((c) => c.id === s.camper)!);
      const choices = assignScorers({ campers: planned, scorers: scorersOf(input), blindShare: 0.2 }, solve);
      expect(linkedDesign(recordsOf(choices), scorersOf(input)).linked, `camp ${seed}`).toBe(true);
      expect(choices.filter((c) => c.secondScorer).length).toBe(
        Math.max(Math.ceil(0.2 * planned.length), scorersOf(input).length - 1),
      );
      for (const c of choices) expect(c.secondScorer).not.toBe(c.scorer);
      const loads = scorersOf(input).map((s) => recordsOf(choices).filter((r) => r.coach === s).length);
      expect(Math.max(...loads) - Math.min(...loads), `camp ${seed}`).toBeLessThanOrEqual(1);
    }
  });

  test('ages come evenly over the day', () => {
    const spreads = camps.map(({ made }) => made.facts.ageSpread).sort((a, b) => a - b);
    expect(spreads[30]!).toBeLessThan(0.12);
  });
});
