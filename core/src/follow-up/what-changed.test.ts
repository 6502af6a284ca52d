import { describe, expect, test } from 'vitest';
import type { Estimate } from '../estimate/estimate.ts';
import type { FigureId } from '../figures/figure-ids.ts';
import { whatChanged } from './what-changed.ts';

const delivery = (values: Partial<Record<FigureId, number>>, sd = 0): ReadonlyMap<FigureId, Estimate> =>
  new Map(Object.entries(values).map(([id, value]) => [id as FigureId, { value, sd, unit: 'degrees' }]));
const knees = (values: readonly number[], sd = 0) => values.map((v) => delivery({ frontKneeContact: v }, sd));
const change = (before: readonly number[], after: readonly number[], sd = 0) => {
  const [a, b] = [knees(before, sd), knees(after, sd)];
  return whatChanged(a, b, [a, b])[0]!;
};

describe('what changed', () => {
  // Weir 2005: 1.96 root(2) SEM for one delivery each; here the error of measuring stands alone (value from memory).
  test('one delivery each: 1.96 times the root of two times the error of measuring, and it says that his own spread is not known', () => {
    const one = change([130], [138], 2);
    expect(one.detectable).toBeCloseTo(1.96 * Math.SQRT2 * 2, 3);
    expect(one).toMatchObject({ more: true, ownSpreadKnown: false, deliveries: [1, 1] });
    expect(change([130], [135], 2).more).toBe(false);
  });

  test('where the camera stood is nothing that the child has changed', () => {
    const [a, b] = [[delivery({ cameraTurn: 2, legSpread: 110 })], [delivery({ cameraTurn: 9, legSpread: 112 })]];
    expect(whatChanged(a, b, [a, b]).map((c) => c.figure)).toEqual(['legSpread']);
  });

  // Student's t, two-sided 95 %: 2.776 for 4 degrees of freedom (handbook table, value from memory). Spread within a day: 2.
  test('three deliveries each: t of his own spread over the root of their number', () => {
    const few = change([128, 130, 132], [136, 138, 140]);
    expect(few.change.value).toBeCloseTo(8, 12);
    expect(few.detectable).toBeCloseTo(2.776 * 2 * Math.sqrt(2 / 3), 2);
    expect(few).toMatchObject({ more: true, ownSpreadKnown: true, deliveries: [3, 3] });
    expect(few.before.sd).toBeCloseTo(2 / Math.sqrt(3), 12);
    expect(change([128, 130, 132], [131, 133, 135]).more).toBe(false);
  });

  // The same design by the general means of a two-sample t test with pooled variance: it says "more" exactly where p < 0.05.
  test('it is the pooled two-sample t test', () => {
    const [a, b] = [
      [61, 64, 66],
      [70, 67, 72],
    ];
    const m = (xs: readonly number[]) => xs.reduce((s, x) => s + x, 0) / xs.length;
    const ss = (xs: readonly number[]) => xs.reduce((s, x) => s + (x - m(xs)) ** 2, 0);
    const pooled = Math.sqrt((ss(a!) + ss(b!)) / 4);
    const t = (m(b!) - m(a!)) / (pooled * Math.sqrt(2 / 3));
    const found = change(a!, b!);
    expect(found.change.value / found.change.sd).toBeCloseTo(t, 12);
    expect(found.more).toBe(Math.abs(t) > 2.776);
  });

  test('his own spread is never taken for smaller than the error of measuring', () => {
    const alike = change([130, 130, 130], [131, 131, 131], 3);
    expect(alike.detectable).toBeCloseTo(1.96 * 3 * Math.sqrt(2 / 3), 3);
    expect(alike.more).toBe(false);
  });

  test('other days of his count for his own spread, and for nothing else', () => {
    const [a, b, other] = [knees([130]), knees([136]), knees([120, 124, 128])];
    const found = whatChanged(a, b, [a, b, other])[0]!;
    expect(found.ownSpreadKnown).toBe(true);
    // 4.303 for 2 degrees of freedom (handbook table, value from memory); spread 4.
    expect(found.detectable).toBeCloseTo(4.303 * 4 * Math.SQRT2, 1);
    expect(found.more).toBe(false);
  });

  test('two deliveries of one day, compared with each other, do not tell their own spread; a third one of the day does', () => {
    const day = knees([128, 131, 140], 1);
    const found = (all: typeof day) => whatChanged([day[0]!], [day[2]!], [all])[0]!;
    expect(found([day[0]!, day[2]!])).toMatchObject({ ownSpreadKnown: false, more: true });
    expect(found(day)).toMatchObject({ ownSpreadKnown: true, more: false });
    // A third one without the figure tells nothing of it.
    expect(found([day[0]!, delivery({ stride: 1 }), day[2]!]).ownSpreadKnown).toBe(false);
  });

  test('a figure that one of the two lacks is not compared; the order is that of the delivery; an empty set is refused', () => {
    const a = [delivery({ stride: 0.8, trunkRelease: 30, headDrop: 0.1 })];
    const b = [delivery({ trunkRelease: 34, stride: 0.85, frontKneeContact: 140 })];
    expect(whatChanged(a, b, [a, b]).map((c) => c.figure)).toEqual(['stride', 'trunkRelease']);
    expect(() => whatChanged([], b, [b])).toThrow('one delivery each');
    expect(() => whatChanged(a, [], [a])).toThrow('one delivery each');
  });
});
