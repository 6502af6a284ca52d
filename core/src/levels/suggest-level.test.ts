import { describe, expect, test } from 'vitest';
import { defaultSheet } from '../sheet/default-sheet.ts';
import { suggestForFigure } from './suggest-for-figure.ts';
import { inBandUnits } from './in-band-units.ts';
import { suggestLevel, type LevelBand } from './suggest-level.ts';

/** Front-knee angle at contact, firm: wanted 138 to 155, acceptable 128 to 165. */
const knee: LevelBand = { wanted: [138, 155], acceptable: [128, 165] };
const exact = (value: number, band: LevelBand = knee) => suggestLevel({ value, sd: 0 }, band)!.level;

describe('suggestLevel', () => {
  test.each([
    [138, 3],
    [155, 3],
    [137.9, 2],
    [128, 2],
    [165, 2],
    [127.9, 1],
    [118, 1],
    [175, 1],
    [117.9, 0],
    [175.1, 0],
  ])('an exact %f is level %i', (value, level) => {
    expect(exact(value)).toBe(level);
  });

  test('a side without a margin has that of the other side: nothing falls from 3 to 0', () => {
    const band: LevelBand = { wanted: [28, 42], acceptable: [20, 42] };
    expect([27, 13, 11, 43, 50, 51, 58, 59].map((v) => exact(v, band))).toEqual([2, 1, 0, 2, 2, 1, 1, 0]);
    const none: LevelBand = { wanted: [10, 20], acceptable: [10, 20] };
    expect([20, 21, 25, 26, 30, 31].map((v) => exact(v, none))).toEqual([3, 2, 2, 1, 1, 0]);
  });

  test('no value of any band of the shipped sheet falls from 3 to 0', () => {
    for (const band of defaultSheet.bands) {
      const ends = [...band.wanted, ...band.acceptable].filter((e) => e !== null);
      const [from, to] = [Math.min(...ends), Math.max(...ends)];
      const step = (to - from) / 500;
      let before: number | null = null;
      for (let v = from - (to - from); v <= to + (to - from); v += step) {
        const { level } = suggestForFigure({ value: v, sd: 0 }, band)!;
        if (before !== null) expect(Math.abs(level - before), `${band.figure} at ${v}`).toBeLessThanOrEqual(1);
        before = level;
      }
    }
  });

  test('what lies beyond a limit of body or arithmetic counts to it: a straight knee, a whole share', () => {
    const tall: LevelBand = { wanted: [155, 180], acceptable: [145, 180] };
    // Half of the mass lies beyond 180 degrees, where no knee is.
    expect(suggestLevel({ value: 179.5, sd: 3 }, tall, [0, 180])).toMatchObject({ level: 3, sure: true, side: null });
    expect(suggestLevel({ value: 181, sd: 3 }, tall, [0, 180])).toMatchObject({ level: 3, sure: true, side: null });
    const share = defaultSheet.bands.find((b) => b.figure === 'footOpensShare')!;
    expect(suggestForFigure({ value: 1.0, sd: 0.04, unit: 'ratio' }, share)).toMatchObject({ level: 3, sure: true });
    // A limit inside the acceptable margin: beyond it is nearly, never starting.
    const near: LevelBand = { wanted: [100, 170], acceptable: [90, 185] };
    expect(suggestLevel({ value: 182, sd: 20 }, near, [0, 180])!.probabilities[1]).toBeLessThan(0.01);
  });

  test('an open end is never crossed', () => {
    const band: LevelBand = { wanted: [null, 4], acceptable: [null, 8] };
    expect([exact(-90, band), exact(6, band), exact(12, band), exact(12.1, band)]).toEqual([3, 2, 1, 0]);
  });

  // Normal distribution, table value: 68.27 % lie within one sd, 15.87 % beyond it on a side.
  test('probabilities are those of the normal distribution and add up to 1', () => {
    const s = suggestLevel({ value: 138, sd: 10 }, { wanted: [128, 148], acceptable: [118, 158] })!;
    expect(s.probabilities[3]).toBeCloseTo(0.682689492137086, 10);
    expect(s.probabilities[2]).toBeCloseTo(0.954499736103642 - 0.682689492137086, 10);
    expect(s.probabilities.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    expect(s).toMatchObject({ level: 3, sure: false, side: null });
  });

  test('70 % is the border between sure and unsure', () => {
    expect(suggestLevel({ value: 146.5, sd: 8 }, knee)!.sure).toBe(true);
    expect(suggestLevel({ value: 146.5, sd: 8.5 }, knee)!.sure).toBe(false);
  });

  test('no band suggests nothing; broken input is refused', () => {
    expect(suggestLevel({ value: 1, sd: 1 }, null)).toBeNull();
    expect(() => suggestLevel({ value: Number.NaN, sd: 1 }, knee)).toThrow('estimate');
    expect(() => suggestLevel({ value: 1, sd: 1 }, { wanted: [0, 9], acceptable: [1, 9] })).toThrow('band');
  });

  test.each([
    [{ value: Number.POSITIVE_INFINITY, sd: 1 }],
    [{ value: 1, sd: Number.NaN }],
    [{ value: 1, sd: Number.POSITIVE_INFINITY }],
    [{ value: 1, sd: -0.1 }],
  ])('an estimate of %j is refused', (estimate) => expect(() => suggestLevel(estimate, knee)).toThrow(/^estimate: /));

  test.each<[LevelBand]>([
    [{ wanted: [0, 9], acceptable: [0, 8] }],
    [{ wanted: [9, 0], acceptable: [-1, 10] }],
    [{ wanted: [null, 9], acceptable: [1, 9] }],
    [{ wanted: [0, null], acceptable: [0, 9] }],
  ])('a band %j does not nest', (band) => expect(() => suggestLevel({ value: 5, sd: 0 }, band)).toThrow(/^band: /));

  test('bands that touch nest; a band of one value is one', () => {
    expect(exact(5, { wanted: [5, 5], acceptable: [5, 5] })).toBe(3);
    expect(exact(5, { wanted: [0, 9], acceptable: [0, 9] })).toBe(3);
  });

  test('the side is that of the wanted band: none on its ends, below and above beyond them, also where a limit opens an end', () => {
    const side = (value: number, limits?: readonly [number | null, number | null]) =>
      suggestLevel({ value, sd: 1 }, knee, limits)!.side;
    expect([side(138), side(155), side(137.9), side(155.1)]).toEqual([null, null, 'below', 'above']);
    expect([side(137.9, [138, null]), side(155.1, [null, 155]), side(155.1, [null, 155.05])]).toEqual([null, null, 'above']);
  });

  test('a limit below opens the lower ends like one above; the end that holds the limit itself is open', () => {
    const low: LevelBand = { wanted: [0, 10], acceptable: [0, 20] };
    // Half of the mass lies below nothing.
    expect(suggestLevel({ value: 0, sd: 3 }, low, [0, null])).toMatchObject({ level: 3, sure: true, side: null });
    expect(suggestLevel({ value: 0, sd: 3 }, low)!.sure).toBe(false);
    expect(suggestLevel({ value: -5, sd: 0 }, low, [0, null])!.level).toBe(3);
    // The limit lies in the acceptable margin: what is beyond it is level 2 and never worse.
    const near: LevelBand = { wanted: [10, 20], acceptable: [4, 26] };
    expect(suggestLevel({ value: -50, sd: 0 }, near, [5, null])!.level).toBe(2);
    expect(suggestLevel({ value: -50, sd: 0 }, near, [-3, null])!.level).toBe(0);
    expect(suggestLevel({ value: -50, sd: 0 }, near, [-2, null])!.level).toBe(1);
  });

  test('of two levels as likely the lower one is said, and it is not sure', () => {
    // On the end between 2 and 3 with a small error each has half: 0.5 each.
    const s = suggestLevel({ value: 138, sd: 0.5 }, knee)!;
    expect(s.probabilities[2]).toBeCloseTo(0.5, 9);
    expect(s.probabilities[3]).toBeCloseTo(0.5, 9);
    expect(s.sure).toBe(false);
  });

  test('an open side has no margin of its own to lend: half of the wanted band where both ends are closed, else the other one', () => {
    const above: LevelBand = { wanted: [4, null], acceptable: [1, null] };
    expect([exact(99, above), exact(1, above), exact(-2, above), exact(-2.1, above)]).toEqual([3, 2, 1, 0]);
    const wide: LevelBand = { wanted: [0, 8], acceptable: [-2, 14] };
    expect([exact(-2, wide), exact(-4, wide), exact(-4.1, wide), exact(14, wide), exact(20, wide), exact(20.1, wide)]).toEqual([
      2, 1, 0, 2, 1, 0,
    ]);
  });

  test('shares are compared in per cent, times in milliseconds', () => {
    expect(inBandUnits({ value: 0.86, sd: 0.01, unit: 'heightShare' })).toEqual({ value: 86, sd: 1 });
    expect(inBandUnits({ value: 0.145, sd: 0.004, unit: 'seconds' })).toEqual({ value: 145, sd: 4 });
    expect(inBandUnits({ value: 140, sd: 3, unit: 'degrees' })).toEqual({ value: 140, sd: 3 });
  });
});
