import { expect, test } from 'vitest';
import { POSE_FIGURES } from './registry.ts';
import { momentError } from './moment-error.ts';
import speeds from './data/figure-speeds.json' with { type: 'json' };

test('a forearm that comes up goes by faster than a front knee that has just landed', () => {
  const at = (figure: 'forearmContact' | 'frontKneeContact', rate: number) => momentError(figure, () => 1 / (2 * rate));
  expect(at('forearmContact', 120)).toBeGreaterThan(1);
  expect(at('frontKneeContact', 120)).toBeLessThan(0.2);
  // Half as many frames, twice the error.
  expect(at('forearmContact', 60)).toBeCloseTo(2 * at('forearmContact', 120), 12);
});

test('moments of several key frames add in squares; one that nobody knows adds nothing', () => {
  const only = (event: string) => momentError('frontKneeChange', (e) => (e === event ? 1 / 240 : null));
  expect(momentError('frontKneeChange', () => 1 / 240)).toBeCloseTo(Math.hypot(only('contact'), only('release')), 12);
  expect(momentError('frontKneeChange', () => null)).toBe(0);
});

test('every figure that is read from points stands in the table; run figure-speeds of accuracy where one does not', () => {
  expect(Object.keys(speeds).sort()).toEqual(POSE_FIGURES.map((f) => f.id).sort());
});
