import { describe, expect, test } from 'vitest';
import { defaultSheet, resolveSheet, type Estimate, type FigureId } from '@stride-chalk/core';
import { figureName, figureTexts, suggestionFor } from './suggestions.ts';

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
