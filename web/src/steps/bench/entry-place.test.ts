import { describe, expect, test } from 'vitest';
import { defaultSheet, type Entry } from '@stride-chalk/core';
import { isSeen, placeOf } from './entry-place.ts';
import type { Film } from './types.ts';
import { anId } from '../../parts/testing/an-id.ts';

const bench = {
  sheet: defaultSheet,
  deliveries: [
    { id: anId('d1'), number: 1 },
    { id: anId('d2'), number: 2 },
  ],
  clips: [{ id: anId('c2'), deliveryId: anId('d2'), view: 'front' } as unknown as Film],
};
const level: Entry = { kind: 'score', deliveryId: anId('d1'), checkpoint: 'A1', level: '2', faults: [], note: null };
const mark: Entry = { kind: 'mark', clipId: anId('c2'), event: 'contact', frame: 7, frameTo: null };

describe('where an entry is seen', () => {
  test('it is named by what it is, its place and its delivery', () => {
    expect(placeOf(level, bench).words).toMatch(/^level 2 of “.+”, delivery 1$/);
    expect(placeOf({ ...level, level: 'NV' }, bench).words).toContain('not visible of');
    expect(placeOf(mark, bench)).toMatchObject({
      task: 'keyFrames',
      deliveryId: anId('d2'),
      words: 'frame 7 for “foot bears weight”, front, delivery 2',
    });
    expect(placeOf({ kind: 'unpoint', clipId: anId('c2'), event: 'contact', point: 'head' }, bench)).toMatchObject({
      task: 'figures',
      words: 'the point “centre of the head” at “foot bears weight”, front, delivery 2',
    });
  });

  test('a level is not seen in key frames, nor at another delivery; across all deliveries it is', () => {
    const place = placeOf(level, bench);
    expect(isSeen(place, 'levels', anId('d1'))).toBe(true);
    expect(isSeen(place, 'across', anId('d2'))).toBe(true);
    expect(isSeen(place, 'levels', anId('d2'))).toBe(false);
    expect(isSeen(place, 'keyFrames', anId('d1'))).toBe(false);
    expect(isSeen(placeOf(mark, bench), 'figures', anId('d2'))).toBe(false);
  });
});
