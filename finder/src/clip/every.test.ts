import { describe, expect, test } from 'vitest';
import { every } from './every.ts';

const looked = (times: readonly number[], seconds: number): number[] =>
  times.flatMap((_, frame) => (every(times, seconds)(frame) ? [frame] : []));
const at = (rate: number, frames: number): number[] => Array.from({ length: frames }, (_, i) => i / rate);

describe('every', () => {
  test('of 120 a second thirty, the second one and the last one', () => {
    expect(looked(at(120, 15), 1 / 30)).toEqual([0, 1, 4, 8, 12, 14]);
  });
  test('of a film that has no more, all', () => {
    expect(looked(at(30, 5), 1 / 30)).toEqual([0, 1, 2, 3, 4]);
  });
  test('after a gap two that follow each other, and a step later the next one', () => {
    expect(looked([0, 0.01, 0.02, 0.5, 0.51, 0.59, 0.6, 0.61], 0.1)).toEqual([0, 1, 3, 4, 6, 7]);
  });
  test('of one frame that one, of none none', () => {
    expect(looked([5], 0.1)).toEqual([0]);
    expect(looked([], 0.1)).toEqual([]);
  });
});
