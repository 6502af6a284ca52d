import { describe, expect, test } from 'vitest';
import { givesWay, groupOf, nextGroup } from './decode-order.ts';

const starts = [0, 12, 24, 36, 48];
const having = (...frames: number[]) => {
  const set = new Set(frames);
  return (f: number): boolean => set.has(f);
};
const range = (from: number, to: number): number[] => Array.from({ length: to - from + 1 }, (_, i) => from + i);

describe('which frames are decoded next', () => {
  test('a frame belongs to the group that begins at or before it', () => {
    expect([0, 11, 12, 35, 36, 59].map((f) => groupOf(starts, f))).toEqual([0, 0, 1, 2, 3, 4]);
  });

  test('first the group of the wanted frame, whatever else is missing', () => {
    expect(nextGroup(starts, { frame: 26, from: 0, to: 59, direction: 1 }, having())).toBe(2);
    expect(nextGroup(starts, { frame: 26, from: 0, to: 59, direction: -1 }, having(...range(0, 25)))).toBe(2);
  });

  test('then ahead in the wanted direction, then behind', () => {
    const here = having(...range(24, 35));
    expect(nextGroup(starts, { frame: 26, from: 0, to: 59, direction: 1 }, here)).toBe(3);
    expect(nextGroup(starts, { frame: 26, from: 0, to: 59, direction: -1 }, here)).toBe(1);
    expect(nextGroup(starts, { frame: 26, from: 0, to: 59, direction: 1 }, having(...range(24, 59)))).toBe(1);
    // The rest of its own group counts as ahead or behind as it lies.
    expect(nextGroup(starts, { frame: 26, from: 0, to: 59, direction: -1 }, having(...range(26, 35)))).toBe(2);
  });

  test('nothing beyond what is wanted', () => {
    expect(nextGroup(starts, { frame: 26, from: 24, to: 35, direction: 1 }, having(...range(24, 35)))).toBeNull();
    expect(nextGroup(starts, { frame: 26, from: 20, to: 30, direction: 1 }, having(...range(20, 30)))).toBeNull();
    expect(nextGroup(starts, { frame: 26, from: 20, to: 30, direction: 1 }, having(...range(21, 30)))).toBe(1);
  });

  test('a run goes on while the wished frame is there, is in it, or its own frame is not out yet', () => {
    const wish = { frame: 40, from: 6, to: 59, direction: 1 as const };
    expect(givesWay(starts, { group: 0, servedItsFrame: true }, wish, having())).toBe(true);
    expect(givesWay(starts, { group: 0, servedItsFrame: true }, wish, having(40))).toBe(false);
    expect(givesWay(starts, { group: 3, servedItsFrame: true }, wish, having())).toBe(false);
    expect(givesWay(starts, { group: 0, servedItsFrame: false }, wish, having())).toBe(false);
  });
});
