import { describe, expect, test } from 'vitest';
import { defaultSheet, resolveSheet, type Estimate, type FigureId } from '@stride-chalk/core';
import { figureName, figureTexts, offeredFor, suggestionFor } from './suggestions.ts';

const checkpoint = (id: string) => resolveSheet(defaultSheet, '13-14').find((c) => c.id === id)!;
const measured = (...figures: ReadonlyArray<readonly [FigureId, number, number?]>): ReadonlyMap<FigureId, Estimate> =>
  new Map(figures.map(([id, value, sd]) => [id, { value, sd: sd ?? 2, unit: 'degrees' as const }]));

describe('what a figure suggests', () => {
  test('nothing is suggested without a figure', () => {
    expect(suggestionFor(checkpoint('E2'), new Map())).toBeNull();
  });

  // Bands of the shipped sheet: forearm 45 to 90 wanted, 25 to 45 and 90 to 110 acceptable.
  test.each([
    [70, 3, null],
    [35, 2, 'E2.late'],
    [10, 1, 'E2.late'],
    [-30, 0, 'E2.late'],
  ] as const)('forearm %i degrees up: level %i', (value, level, fault) => {
    expect(suggestionFor(checkpoint('E2'), measured(['forearmContact', value]))).toMatchObject({ level, fault, sure: true });
  });

  test('near an edge it is unsure', () => {
    expect(suggestionFor(checkpoint('E2'), measured(['forearmContact', 45.5, 3]))?.sure).toBe(false);
  });

  test('of several figures the lowest level counts: all of them have to hold', () => {
    // Front knee 145 is wanted, a knee 12 degrees past the ankle is not.
    expect(suggestionFor(checkpoint('E1'), measured(['frontKneeContact', 145]))?.level).toBe(3);
    expect(suggestionFor(checkpoint('E1'), measured(['frontKneeContact', 145], ['frontShinContact', -12]))).toMatchObject({
      level: 0,
      fault: 'E1.knee-past-ankle',
    });
  });

  test('figures are named in words with their error', () => {
    const [text] = figureTexts(checkpoint('E2'), measured(['forearmContact', 71.2, 3]));
    expect(text!.text.replaceAll('\u00a0', ' ')).toBe('forearm up at contact 71 ± 3°');
    expect(figureName('contactToRelease')).toBe('contact to release');
  });
});

describe('what is offered to be taken with one key', () => {
  // D2 of the shipped sheet at 13-14: stride 80 to 95 % of height and leg spread 110 to 130 degrees are wanted.
  const stride = (value: number, sd = 0.01): readonly [FigureId, Estimate] => ['stride', { value, sd, unit: 'heightShare' }];
  const spread = (value: number, sd = 2): readonly [FigureId, Estimate] => ['legSpread', { value, sd, unit: 'degrees' }];
  const offered = (...figures: ReadonlyArray<readonly [FigureId, Estimate]>) => offeredFor(checkpoint('D2'), new Map(figures));
  test('a level at which all of its figures put it with 90 %', () => {
    expect(offered(stride(0.88), spread(120))).toMatchObject({ level: 3, fault: null });
  });
  test('nothing where one of them is not measured: it might say less', () => {
    expect(offered(stride(0.88))).toBeNull();
    // An angle of the foot is judged by eye.
    expect(offeredFor(checkpoint('E1'), measured(['frontKneeContact', 145], ['frontShinContact', 5]))).toBeNull();
  });
  test('nothing where they leave it open, also both together only', () => {
    expect(offered(stride(0.81), spread(120))).toBeNull();
    // Each is 91 % in its wanted band: together 83 %.
    expect(offered(stride(0.8134), spread(120))?.level).toBe(3);
    expect(offered(stride(0.8134), spread(112.7))).toBeNull();
  });
  test('below 3 with the fault that the lowest figure points to', () => {
    const low = offered(stride(0.88), spread(104, 1));
    expect(low).toMatchObject({ level: 2, fault: suggestionFor(checkpoint('D2'), new Map([spread(104, 1)]))!.fault });
    expect(low!.fault).not.toBeNull();
  });
});
