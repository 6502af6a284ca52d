import { describe, expect, test } from 'vitest';
import type { FacetRecord } from './facet-data.ts';
import type { FacetFit } from './facet-fit.ts';
import { fairLevel, fairShift, isSevere, severityInLevels } from './fair-level.ts';
import { fitOrNone } from './fit-or-none.ts';
import { fitFacets } from './fit-facets.ts';
import reference from './testing/reference.json' with { type: 'json' };
import { UnlinkedDesign } from './unlinked.ts';

const records = (rows: readonly (readonly number[])[]): FacetRecord[] =>
  rows.map(([camper, coach, checkpoint, level]) => ({
    camper: `k${String(camper).padStart(3, '0')}`,
    coach: `c${coach}`,
    checkpoint: `p${checkpoint}`,
    level: level!,
  }));
const measures = (facet: Readonly<Record<string, { measure: number | null }>>): number[] =>
  Object.keys(facet)
    .sort()
    .map((id) => facet[id]!.measure!);
const errors = (facet: Readonly<Record<string, { standardError: number | null }>>): number[] =>
  Object.keys(facet)
    .sort()
    .map((id) => facet[id]!.standardError!);
const near = (found: readonly number[], wanted: readonly number[], within: number): void => {
  expect(found).toHaveLength(wanted.length);
  for (const [i, w] of wanted.entries()) expect(Math.abs(found[i]! - w), `${i}: ${found[i]} for ${w}`).toBeLessThan(within);
};

describe('joint maximum likelihood', () => {
  const fit = fitFacets(records(reference.four), { estimator: 'joint' });
  // R's glm of the same judgements as a log-linear model (testing/reference.R).
  test('measures, steps and likelihood are those of R', () => {
    near(measures(fit.campers), reference.joint.campers, 1e-6);
    near(measures(fit.coaches), reference.joint.coaches, 1e-6);
    near(measures(fit.checkpoints), reference.joint.checkpoints, 1e-6);
    near(fit.steps, reference.joint.steps, 1e-6);
    expect(fit.logLikelihood).toBeCloseTo(reference.joint.logLikelihood, 8);
  });
  test('so are standard errors, of the whole information', () => {
    near(errors(fit.campers), reference.joint.camperErrors, 1e-5);
    near(errors(fit.coaches).slice(0, 2), reference.joint.coachErrors, 1e-5);
  });
  test('coaches, checkpoints and steps sum to 0', () => {
    for (const all of [measures(fit.coaches), measures(fit.checkpoints), fit.steps])
      expect(all.reduce((a, b) => a + b, 0)).toBeCloseTo(0, 12);
  });
});

describe('marginal maximum likelihood', () => {
  const fit = fitFacets(records(reference.four), { estimator: 'marginal' });
  // The likelihood written out in R and climbed by nlm (testing/reference.R).
  test('measures, steps, mean and spread of the campers are those of R', () => {
    const { marginal } = reference;
    near(measures(fit.coaches), marginal.coaches, 1e-4);
    near(measures(fit.checkpoints), marginal.checkpoints, 1e-4);
    near(fit.steps, marginal.steps, 1e-4);
    near([fit.ability.mean, fit.ability.sd], [marginal.mean, marginal.sd], 1e-4);
    near(errors(fit.coaches).slice(0, 2), marginal.coachErrors, 1e-3);
    expect(fit.logLikelihood).toBeCloseTo(marginal.logLikelihood, 6);
  });

  test('two levels are a logistic model with random campers: lme4 by 50 nodes of its own', () => {
    const two = fitFacets(records(reference.two), { estimator: 'marginal' });
    const { glmer } = reference;
    near(measures(two.coaches).slice(0, 2), glmer.coaches, 1e-3);
    near(measures(two.checkpoints).slice(0, 5), glmer.checkpoints, 1e-3);
    near([two.ability.mean, two.ability.sd], [glmer.mean, glmer.sd], 1e-3);
    expect(two.logLikelihood).toBeCloseTo(glmer.logLikelihood, 4);
  });

  // Section 6 of the Law School Admission Test, 1000 people and five questions: data of Bock RD, Lieberman M, Psychometrika 1970;35:179-197. One-parameter
  // model by marginal likelihood: Thissen D, Psychometrika 1982;47:175-186: slope 0.755, intercepts 2.73, 1.00, 0.24, 1.31, 2.10, log-likelihood -2466.94.
  // Values from memory.
  test('the published one-parameter example', () => {
    const counts: Readonly<Record<string, number>> = {
      '00000': 3,
      '00001': 6,
      '00010': 2,
      '00011': 11,
      '00100': 1,
      '00101': 1,
      '00110': 3,
      '00111': 4,
      '01000': 1,
      '01001': 8,
      '01011': 16,
      '01101': 3,
      '01110': 2,
      '01111': 15,
      '10000': 10,
      '10001': 29,
      '10010': 14,
      '10011': 81,
      '10100': 3,
      '10101': 28,
      '10110': 15,
      '10111': 80,
      '11000': 16,
      '11001': 56,
      '11010': 21,
      '11011': 173,
      '11100': 11,
      '11101': 61,
      '11110': 28,
      '11111': 298,
    };
    const people = Object.entries(counts).flatMap(([answers, n]) => Array.from({ length: n }, () => answers));
    expect(people).toHaveLength(1000);
    const lsat = people.flatMap((answers, i) =>
      [...answers].map((a, q) => ({ camper: `k${i}`, coach: 'one', checkpoint: `q${q + 1}`, level: Number(a) })),
    );
    const found = fitFacets(lsat, { estimator: 'marginal' });
    expect(found.ability.sd).toBeCloseTo(0.755, 3);
    near(
      measures(found.checkpoints).map((d) => found.ability.mean - d),
      [2.73, 0.999, 0.24, 1.306, 2.099],
      2e-3,
    );
    expect(found.logLikelihood).toBeCloseTo(-2466.938, 2);
    expect(found.coaches.one!.measure).toBeCloseTo(0, 12);
  });
});

/** Three campers, two coaches, two checkpoints, as much as a test needs. */
const small = (): FacetRecord[] =>
  ['a', 'b', 'c', 'd'].flatMap((camper, i) =>
    ['x', 'y'].flatMap((coach, j) =>
      ['P', 'Q'].map((checkpoint, k) => ({ camper, coach, checkpoint, level: (i + 2 * j + 3 * k + i * j * k) % 4 })),
    ),
  );

describe('what cannot be fitted', () => {
  test('coaches who share nobody: the parts, and the fewest double scores that would join them', () => {
    const apart = [
      ...small(),
      { camper: 'e', coach: 'z', checkpoint: 'P', level: 1 },
      { camper: 'e', coach: 'z', checkpoint: 'Q', level: 2 },
      { camper: 'f', coach: 'w', checkpoint: 'P', level: 1 },
    ];
    for (const estimator of ['joint', 'marginal'] as const) {
      const refused = (() => {
        try {
          fitFacets(apart, { estimator });
        } catch (e) {
          return e as UnlinkedDesign;
        }
        throw new Error('it was fitted');
      })();
      expect(refused).toBeInstanceOf(UnlinkedDesign);
      expect(refused.parts).toEqual([['x', 'y'], ['w'], ['z']]);
      expect(refused.wouldLink).toEqual([
        { coach: 'w', campers: ['a', 'b', 'c', 'd'] },
        { coach: 'z', campers: ['a', 'b', 'c', 'd'] },
      ]);
      expect(refused.message).toContain('2 double scores would join them');
    }
    // Either of them is enough where it is scored.
    const joined = [
      ...apart,
      { camper: 'a', coach: 'z', checkpoint: 'P', level: 1 },
      { camper: 'b', coach: 'w', checkpoint: 'Q', level: 2 },
    ];
    expect(() => fitFacets(joined, { estimator: 'marginal' })).not.toThrow();
  });

  test('each coach with checkpoints of his own: severe and hard are the same', () => {
    const own = small().filter((r) => (r.coach === 'x') === (r.checkpoint === 'P'));
    expect(() => fitFacets(own, { estimator: 'joint' })).toThrow(/no two coaches have scored the same of them/);
  });

  test('a coach who is linked through somebody who is set aside is not linked', () => {
    const judged = (camper: string, coach: string, levels: readonly number[]): FacetRecord[] =>
      levels.map((level, i) => ({ camper, coach, checkpoint: `p${i + 1}`, level }));
    const only = [
      ...records(reference.four),
      ...judged('top', 'c1', [3, 3, 3, 3, 3]),
      ...judged('top', 'z', [3, 3, 3, 3, 3]),
      ...judged('g', 'z', [2, 3, 2, 1, 0]),
      ...judged('h', 'z', [3, 2, 1, 1, 1]),
    ];
    expect(() => fitFacets(only, { estimator: 'joint' })).toThrow(UnlinkedDesign);
    expect(() => fitFacets(only, { estimator: 'marginal' })).not.toThrow();
  });

  test.each<[string, FacetRecord[], RegExp]>([
    ['no records', [], /^records: none were given$/],
    [
      'half a level',
      [{ camper: 'a', coach: 'x', checkpoint: 'P', level: 1.5 }],
      /^records\[0\]: a whole level was expected, not 1\.5$/,
    ],
    ['one level only', small().map((r) => ({ ...r, level: 2 })), /every level is 2/],
    [
      'nothing but extremes',
      ['a', 'b'].map((camper, i) => ({ camper, coach: 'x', checkpoint: 'P', level: 3 * i })),
      /only lowest and highest levels/,
    ],
  ])('%s', (_, given, says) => {
    expect(() => fitFacets(given, { estimator: 'joint' })).toThrow(says);
  });
});

describe('extremes', () => {
  const withTop = [
    ...small(),
    ...['x', 'y'].flatMap((coach) => ['P', 'Q'].map((checkpoint) => ({ camper: 'top', coach, checkpoint, level: 3 }))),
    ...['x', 'y'].flatMap((coach) => ['P', 'Q'].map((checkpoint) => ({ camper: 'low', coach, checkpoint, level: 0 }))),
  ];
  test('campers are set aside by the joint fit, and named; nobody else moves', () => {
    const fit = fitFacets(withTop, { estimator: 'joint' });
    expect(fit.campers.top).toEqual({ measure: null, standardError: null, infit: null, outfit: null, extreme: 'high' });
    expect(fit.campers.low).toMatchObject({ measure: null, extreme: 'low' });
    near(measures(fit.coaches), measures(fitFacets(small(), { estimator: 'joint' }).coaches), 1e-9);
    expect(fairLevel(fit, 'top', 'P')).toBeNull();
  });
  test('the marginal fit measures them too, and says that they are', () => {
    const fit = fitFacets(withTop, { estimator: 'marginal' });
    expect(fit.campers.top!.extreme).toBe('high');
    expect(fit.campers.a!.extreme).toBeNull();
    const all = Object.values(fit.campers).map((m) => m.measure!);
    expect(fit.campers.top!.measure).toBe(Math.max(...all));
    expect(fit.campers.low!.measure).toBe(Math.min(...all));
  });
  test('a checkpoint that everybody has is set aside, and what was extreme only through it as well', () => {
    const easy = [
      ...small(),
      ...['a', 'b', 'c', 'd'].flatMap((camper) => ['x', 'y'].map((coach) => ({ camper, coach, checkpoint: 'R', level: 3 }))),
      { camper: 'n', coach: 'x', checkpoint: 'R', level: 3 },
    ];
    const fit = fitFacets(easy, { estimator: 'joint' });
    expect(fit.checkpoints.R).toMatchObject({ measure: null, extreme: 'high' });
    expect(fit.campers.n).toMatchObject({ measure: null, extreme: 'high' });
    expect(fairLevel(fit, 'a', 'R')).toBeNull();
  });
});

describe('levels', () => {
  const fit = fitFacets(records(reference.four), { estimator: 'marginal' });
  test('a fair level is what a coach of mean severity gives: between that of the strictest and that of the mildest', () => {
    const [camper, checkpoint] = ['k005', 'p3'];
    const b = fit.campers[camper]!.measure! - fit.checkpoints[checkpoint]!.measure!;
    // By hand: probabilities in the ratio of exp(k b - steps passed).
    const passed = [0, 1, 2, 3].map((k) => fit.steps.slice(0, k).reduce((a, s) => a + s, 0));
    const weights = passed.map((p, k) => Math.exp(k * b - p));
    const byHand = weights.reduce((s, w, k) => s + k * w, 0) / weights.reduce((a, w) => a + w, 0);
    expect(fairLevel(fit, camper, checkpoint)).toBeCloseTo(byHand, 12);
  });
  test('severity in levels has the sign of the severity, and limits on either side of it', () => {
    for (const [coach, { measure }] of Object.entries(fit.coaches)) {
      const { value, lower, upper } = severityInLevels(fit, coach)!;
      expect(Math.sign(value)).toBe(Math.sign(measure!));
      expect(lower).toBeLessThan(value);
      expect(upper).toBeGreaterThan(value);
    }
  });
  test('severe is only who is surely so, and shares at least 30 judgements', () => {
    const strict = fit.coaches.c3!;
    expect(strict.measure! / strict.standardError!).toBeGreaterThan(1.96);
    const shared = (c3: number) => ({ ...fit, shared: { ...fit.shared, c3 } });
    expect(isSevere(shared(30), 'c3')).toBe(true);
    expect(isSevere(shared(29), 'c3')).toBe(false);
    expect(
      isSevere({ ...shared(30), coaches: { ...fit.coaches, c3: { ...strict, standardError: strict.measure! / 1.9 } } }, 'c3'),
    ).toBe(false);
    expect(isSevere(fit, 'nobody')).toBe(false);
  });
  test('judgements that two coaches have made are counted for both', () => {
    const { shared } = fitFacets(small(), { estimator: 'joint' });
    expect(shared).toEqual({ x: 8, y: 8 });
    const alone = fitFacets([...small(), { camper: 'e', coach: 'x', checkpoint: 'P', level: 1 }], { estimator: 'joint' });
    expect(alone.shared).toEqual({ x: 8, y: 8 });
  });
  test('who is not there is an error', () => {
    expect(() => fairLevel(fit, 'nobody', 'p1')).toThrow(/no camper nobody/);
    expect(() => fairLevel(fit, 'k005', 'p9')).toThrow(/no checkpoint p9/);
    expect(() => severityInLevels(fit, 'nobody')).toThrow(/no coach nobody/);
  });
  test('where the model made the judgements, what is left over is about 1', () => {
    for (const facet of [fit.coaches, fit.checkpoints])
      for (const { infit, outfit } of Object.values(facet)) {
        expect(infit).toBeGreaterThan(0.5);
        expect(infit).toBeLessThan(1.6);
        expect(outfit).toBeGreaterThan(0.4);
      }
  });
});

describe('what a level is worth at mean severity', () => {
  const fit = {
    campers: { k: { measure: 0.4 }, out: { measure: null } },
    coaches: { strict: { measure: 0.7 }, mean: { measure: 0 }, mild: { measure: -0.7 } },
    checkpoints: { p: { measure: -0.2 } },
    levels: [0, 1, 2, 3],
    steps: [-1.4, -0.1, 1.5],
  } as unknown as FacetFit;
  const shift = (coach: string, camper = 'k') => fairShift(fit, { camper, coach, checkpoint: 'p' });

  test('a strict coach’s is worth more, a mild one’s less, one of the mean’s what it is', () => {
    expect(shift('strict')!).toBeGreaterThan(0.2);
    expect(shift('mild')!).toBeLessThan(-0.2);
    expect(shift('mean')).toBe(0);
    // By hand, from the model: expected levels at 0.6 and at 0.6 - 0.7 logits.
    const expected = (at: number): number => {
      const passed = [0, -1.4, -1.5, 0];
      const weights = passed.map((p, k) => Math.exp(k * at - p));
      const all = weights.reduce((a, b) => a + b, 0);
      return weights.reduce((sum, w, k) => sum + (k * w) / all, 0);
    };
    expect(shift('strict')!).toBeCloseTo(expected(0.6) - expected(-0.1), 12);
  });

  test('of whom or what there is no measure nothing is said', () => {
    expect(shift('nobody')).toBeNull();
    expect(shift('strict', 'out')).toBeNull();
  });
});

test('records that say nothing have no fit; what is wrong in the program is no such thing', () => {
  expect(fitOrNone([], { estimator: 'joint' })).toBeNull();
  const alone = ['a', 'b'].flatMap((coach) =>
    [1, 2].map((level) => ({ camper: `${coach}${level}`, coach, checkpoint: 'p', level })),
  );
  expect(fitOrNone(alone, { estimator: 'marginal' })).toBeNull();
  expect(() => fitOrNone(null as never, { estimator: 'joint' })).toThrow(TypeError);
});
