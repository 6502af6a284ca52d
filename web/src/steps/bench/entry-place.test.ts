import { describe, expect, test } from 'vitest';
import { defaultSheet, type Entry } from '@stride-chalk/core';
import { isSeen, placeOf } from './entry-place.ts';
import type { Film } from './types.ts';

const bench = {
  sheet: defaultSheet,
  deliveries: [
    { id: 'd1', number: 1 },
    { id: 'd2', number: 2 },
  ],
  clips: [{ id: 'c2', deliveryId: 'd2', view: 'front' } as Film],
};
const level: Entry = { kind: 'score', deliveryId: 'd1', checkpoint: 'A1', level: '2', faults: [], note: null };
const mark: Entry = { kind: 'mark', clipId: 'c2', event: 'contact', frame: 7, frameTo: null };

describe('where an entry is seen', () => {
  test('it is named by what it is, its place and its delivery', () => {
    expect(placeOf(level, bench).words).toMatch(/^level 2 of “.+”, delivery 1$/);
    expect(placeOf({ ...level, level: 'NV' }, bench).words).toContain('not visible of');
    expect(placeOf(mark, bench)).toMatchObject({
      task: 'keyFrames',
      deliveryId: 'd2',
      words: 'frame 7 for “foot bears weight”, front, delivery 2',
    });
    expect(placeOf({ kind: 'unpoint', clipId: 'c2', event: 'contact', point: 'head' }, bench)).toMatchObject({
      task: 'figures',
      words: 'the point “centre of the head” at “foot bears weight”, front, delivery 2',
    });
  });

  test('a level is not seen in key frames, nor at another delivery; across all deliveries it is', () => {
    const place = placeOf(level, bench);
    expect(isSeen(place, 'levels', 'd1')).toBe(true);
    expect(isSeen(place, 'across', 'd2')).toBe(true);
    expect(isSeen(place, 'levels', 'd2')).toBe(false);
    expect(isSeen(place, 'keyFrames', 'd1')).toBe(false);
    expect(isSeen(placeOf(mark, bench), 'figures', 'd2')).toBe(false);
  });
});
