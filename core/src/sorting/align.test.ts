import { expect, test } from 'vitest';
import { align, type AlignmentCosts } from './align.ts';
import { logSum } from './log-sum.ts';

/** Every alignment, written out: each clip a place above the last one's, or none. */
function byHand(costs: AlignmentCosts) {
  const [clips, places] = [costs.clipTimes.length, costs.placeTimes.length];
  const shares = Array.from({ length: clips }, () => Array<number>(places + 1).fill(0));
  let total = 0;
  const walk = (clip: number, next: number, taken: readonly number[], weight: number): void => {
    if (clip === clips) {
      let all = weight;
      for (let j = 0; j < places; j += 1) if (!taken.includes(j)) all *= Math.exp(costs.skip(j));
      total += all;
      for (const [i, place] of taken.entries()) shares[i]![place < 0 ? places : place]! += all;
      return;
    }
    walk(clip + 1, next, [...taken, -1], weight * Math.exp(costs.nothing(clip)));
    for (let j = next; j < places; j += 1) walk(clip + 1, j + 1, [...taken, j], weight * Math.exp(costs.match(clip, j)));
  };
  walk(0, 0, [], 1);
  return { total: Math.log(total), shares: shares.map((row) => row.map((s) => s / total)) };
}

const strange = (a: number, b: number): number => Math.log(0.05 + Math.abs(Math.sin(12.9898 * (a + 1) + 78.233 * (b + 1))));
const costsOf = (clips: readonly number[], places: readonly number[]): AlignmentCosts => ({
  clipTimes: clips,
  placeTimes: places,
  reach: () => ({ from: 0, to: places.length }),
  match: strange,
  nothing: (i) => strange(i, 40),
  skip: (j) => strange(50, j),
});

test.each([
  [[1], [1]],
  [
    [5, 6, 7],
    [1, 2],
  ],
  [
    [1, 2],
    [5, 6, 7, 8],
  ],
  [
    [1, 4, 9, 9, 12],
    [2, 4, 4, 8, 9, 20],
  ],
  [
    [3, 3, 3],
    [3, 3, 3],
  ],
])('the sum over all alignments is that of writing out every one: clips at %j, places at %j', (clips, places) => {
  const costs = costsOf(clips, places);
  const [found, hand] = [align(costs), byHand(costs)];
  expect(found.total).toBeCloseTo(hand.total, 10);
  for (const [i, one] of found.clips.entries()) {
    for (const [k, share] of one.places.entries()) expect(share).toBeCloseTo(hand.shares[i]![one.from + k]!, 10);
    expect(one.nothing).toBeCloseTo(hand.shares[i]![places.length]!, 10);
  }
});

test('a clip that reaches no place shows nothing, and the places are left out', () => {
  const found = align({ ...costsOf([1, 100], [1, 2]), reach: (i) => (i === 0 ? { from: 0, to: 2 } : { from: 2, to: 2 }) });
  expect(found.clips[1]!.nothing).toBe(1);
  expect(found.clips[1]!.places).toHaveLength(0);
  expect(found.clips[0]!.places.reduce((a, b) => a + b, 0) + found.clips[0]!.nothing).toBeCloseTo(1, 12);
});

test('places that only later clips reach are left out on the way, whatever shows nothing in between', () => {
  const clips = [1, 50, 99];
  const places = [1, 20, 40, 60, 80, 99];
  const near = (i: number) => {
    const from = places.findIndex((p) => p >= clips[i]! - 25);
    const to = places.filter((p) => p <= clips[i]! + 25).length;
    return { from, to };
  };
  const costs = { ...costsOf(clips, places), reach: near };
  const out: AlignmentCosts = {
    ...costs,
    reach: () => ({ from: 0, to: places.length }),
    match: (i, j) => (j >= near(i).from && j < near(i).to ? strange(i, j) : Number.NEGATIVE_INFINITY),
  };
  expect(align(costs).total).toBeCloseTo(byHand(out).total, 10);
});

test('logarithms are summed without leaving the range of a number', () => {
  expect(logSum(Math.log(2), Math.log(3))).toBeCloseTo(Math.log(5), 14);
  expect(logSum(-2000, -2000)).toBeCloseTo(-2000 + Math.LN2, 12);
  expect(logSum(Number.NEGATIVE_INFINITY, -3)).toBe(-3);
  expect(logSum(-3, Number.NEGATIVE_INFINITY)).toBe(-3);
});
