import { expect, test } from 'vitest';
import type { Seen } from '../levels/level.ts';
import { differencesOf } from './differences.ts';

const said = (delivery: string, checkpoint: string, coach: string, level: Seen) => ({ delivery, checkpoint, coach, level });

test('different levels of one checkpoint of one delivery are a difference, equal ones and those of other deliveries are none', () => {
  const levels = [
    said('d1', 'A1', 'x', 3),
    said('d2', 'A1', 'x', 1),
    said('d1', 'A1', 'y', 3),
    said('d1', 'A2', 'x', 3),
    said('d1', 'A2', 'y', 1),
    said('d1', 'A2', 'z', 2),
  ];
  expect(differencesOf(levels)).toEqual([{ delivery: 'd1', checkpoint: 'A2', said: levels.slice(3), apart: 2 }]);
});

test('what one saw and the other did not is a difference of no number of levels', () => {
  expect(differencesOf([said('d', 'A1', 'x', 'NV'), said('d', 'A1', 'y', 0)])[0]!.apart).toBeNull();
  expect(differencesOf([said('d', 'A1', 'x', 'NV'), said('d', 'A1', 'y', 'NV')])).toEqual([]);
  expect(differencesOf([said('d', 'A1', 'x', 'NV'), said('d', 'A1', 'y', 0), said('d', 'A1', 'z', 1)])[0]!.apart).toBe(1);
});
