import { expect, test } from 'vitest';
import { around, onlyPart, rangeOf, readPart, seekTo } from './range.ts';

test('around frames lie no others: the ends are half of the shortest step away', () => {
  expect(around([1, 1.1, 1.14])).toEqual({ from: expect.closeTo(0.99, 9), to: expect.closeTo(1.15, 9) });
  expect(around([3])).toEqual({ from: 2.99, to: 3.01 });
});

test('a whole film is read from its begin, a part from shortly before it, at the times of the film', () => {
  expect([seekTo(null), onlyPart(null), readPart(null)]).toEqual([['-copyts'], '', []]);
  const late = { from: 20, to: 24 };
  expect(seekTo(late)).toEqual(['-copyts', '-seek_timestamp', '1', '-ss', '15']);
  expect(onlyPart(late)).toBe('trim=start=20:end=24,');
  expect(readPart(late)).toEqual(['-read_intervals', '15%25']);
  expect(seekTo({ from: 2, to: 3 })).toEqual(['-copyts']);
  expect(readPart({ from: 2, to: 3 })).toEqual(['-read_intervals', '0%4']);
});

test('a clip is a part where it says both ends', () => {
  expect(rangeOf({ fromSeconds: 1, toSeconds: 2 })).toEqual({ from: 1, to: 2 });
  expect(rangeOf({ fromSeconds: null, toSeconds: null })).toBeNull();
});
