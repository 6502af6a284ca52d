import { expect, test } from 'vitest';
import { GOOD_RATE, rateAdvice } from './rate-advice.ts';

test('a fast camera needs no advice; a slow one is told what it still shows, and what is better', () => {
  expect(rateAdvice(GOOD_RATE)).toBeNull();
  expect(rateAdvice(240)).toBeNull();
  expect(rateAdvice(99.4)).toContain('Only 99 a second, 10 ms');
  expect(rateAdvice(60)).toContain('17 ms from frame to frame. Posture, knee lift, stride');
  expect(rateAdvice(29.97)).toContain('Only 30 a second, 33 ms');
  expect(rateAdvice(29.97)).toContain('release and what the arm does cannot');
  for (const rate of [20, 60]) expect(rateAdvice(rate)).toContain('slow-motion camera');
});

test('what is no rate is refused', () => {
  for (const rate of [0, -1, Number.NaN]) expect(() => rateAdvice(rate)).toThrow(RangeError);
});
