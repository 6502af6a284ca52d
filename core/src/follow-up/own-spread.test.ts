import { expect, test } from 'vitest';
import type { Estimate } from '../estimate/estimate.ts';
import type { FigureId } from '../figures/figure-ids.ts';
import { ownSpread } from './own-spread.ts';

const of = (figure: FigureId, values: ReadonlyArray<number | null>, unit: Estimate['unit'], sd = 0) =>
  values.map((value): ReadonlyMap<FigureId, Estimate> => new Map(value === null ? [] : [[figure, { value, sd, unit }]]));

test('three deliveries: mean, standard deviation between them, coefficient of variation', () => {
  // 140, 150 and 160 ms: sd 10 (n - 1), 10 of 150.
  const [times] = ownSpread(of('contactToRelease', [0.14, 0.15, 0.16], 'seconds'), ['contactToRelease']);
  expect(times!.typical.value).toBeCloseTo(0.15, 12);
  expect(times!.typical.sd).toBeCloseTo(0.01, 12);
  expect(times!.variation).toBeCloseTo(1 / 15, 12);
  expect(times!.withinError).toBe(false);
});

test('an angle, and a place that can lie on either side of nothing, have no coefficient of variation', () => {
  expect(ownSpread(of('frontKneeContact', [130, 134], 'degrees'), ['frontKneeContact'])[0]!.variation).toBeNull();
  expect(ownSpread(of('ballAheadRelease', [0.1, 0.2], 'heightShare'), ['ballAheadRelease'])[0]!.variation).toBeNull();
});

test('a spread no larger than the error of measuring says so', () => {
  const alike = (sd: number) =>
    ownSpread(of('frontKneeContact', [130, 132], 'degrees', sd), ['frontKneeContact'])[0]!.withinError;
  // The standard deviation of 130 and 132 is the root of two.
  expect([alike(1.5), alike(1.3)]).toEqual([true, false]);
});

test('what fewer than two deliveries have is left out; a gap stays a gap', () => {
  expect(ownSpread(of('frontKneeContact', [130, null], 'degrees'), ['frontKneeContact', 'headDrop'])).toEqual([]);
  const [gap] = ownSpread(of('frontKneeContact', [130, null, 134], 'degrees'), ['frontKneeContact']);
  expect(gap!.values.map((v) => v?.value ?? null)).toEqual([130, null, 134]);
  expect(gap!.typical.value).toBe(132);
});
