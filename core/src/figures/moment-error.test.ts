import { expect, test } from 'vitest';
import { POSE_FIGURES } from './registry.ts';
import { momentError } from './moment-error.ts';
import lateFrames from './data/late-frames.json' with { type: 'json' };

test('a forearm that comes up goes by faster than a front knee that has just landed', () => {
  const at = (figure: 'forearmContact' | 'frontKneeContact', rate: number) => momentError(figure, () => 1 / (2 * rate));
  expect(at('forearmContact', 120)).toBeGreaterThan(1);
  expect(at('frontKneeContact', 120)).toBeLessThan(0.2);
  expect(at('forearmContact', 60)).toBeGreaterThan(1.7 * at('forearmContact', 120));
  // An arm that has just been laid back stands nearly still for a frame of 240, and has come round after one of 30.
  const layback = (rate: number) => momentError('layback', () => 1 / (2 * rate));
  expect(layback(240)).toBeLessThan(3);
  expect(layback(30)).toBeGreaterThan(15);
  // Beyond the latest frame that was tried it goes on as it went.
  expect(layback(10)).toBeGreaterThan(layback(30));
});

test('moments of several key frames add in squares; one that nobody knows adds nothing', () => {
  const only = (event: string) => momentError('frontKneeChange', (e) => (e === event ? 1 / 240 : null));
  expect(momentError('frontKneeChange', () => 1 / 240)).toBeCloseTo(Math.hypot(only('contact'), only('release')), 12);
  expect(momentError('frontKneeChange', () => null)).toBe(0);
});

test('every figure that is read from points stands in the table; run late-frames of accuracy where one does not', () => {
  expect(Object.keys(lateFrames).sort()).toEqual(POSE_FIGURES.map((f) => f.id).sort());
});
