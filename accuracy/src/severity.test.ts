import { describe, expect, test } from 'vitest';
import { fitFacets, type FacetRecord } from '@stride-chalk/core';
import { randomSource } from '@stride-chalk/fieldcam';
import { severityStudy } from './severity-study.ts';

describe('severity on simulated camps', () => {
  // The whole study of 200 camps is `npm run severity -w accuracy`; its figures stand in docs/measured.md.
  test('twelve camps: severity is recovered, and campers stand in an order nearer to the truth than their raw means', () => {
    const { correlation, errorRatio } = severityStudy(12, 7);
    expect(correlation.median).toBeGreaterThan(0.95);
    expect(errorRatio.median).toBeLessThan(0.5);
  });

  test('the same seed is the same camp', () => {
    expect(severityStudy(1, 3)).toEqual(severityStudy(1, 3));
    expect(randomSource(3).uniform()).not.toBe(randomSource(4).uniform());
  });

  test('without severity nothing is taken from anybody', () => {
    const records: FacetRecord[] = ['a', 'b', 'c', 'd', 'e', 'f'].flatMap((camper, i) =>
      ['x', 'y'].flatMap((coach) => ['P', 'Q', 'R'].map((checkpoint, k) => ({ camper, coach, checkpoint, level: (i + k) % 4 }))),
    );
    const { coaches } = fitFacets(records, { estimator: 'marginal' });
    expect(coaches.x!.measure).toBeCloseTo(0, 9);
    expect(coaches.y!.measure).toBeCloseTo(0, 9);
  });
});
