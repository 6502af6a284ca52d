import { expect, test } from 'vitest';
import { sideBySide } from './side-by-side.ts';

const lanes = (...spans: Array<[number, number]>): string =>
  sideBySide(spans.map(([from, to]) => ({ from, to })))
    .map((p) => `${p.lane}/${p.lanes}`)
    .join(' ');

test('what follows on each other has one lane, what overlaps has one each', () => {
  expect(lanes([0, 7], [7, 14], [14, 21])).toBe('0/1 0/1 0/1');
  expect(lanes([0, 7], [0, 7], [14, 21])).toBe('0/2 1/2 0/1');
});

test('a chain of overlaps shares its lanes: none hides another', () => {
  expect(lanes([0, 8], [5, 12], [8, 16], [20, 28])).toBe('0/2 1/2 0/2 0/1');
  expect(lanes([0, 20], [2, 6], [4, 9], [10, 12])).toBe('0/3 1/3 2/3 1/3');
});
