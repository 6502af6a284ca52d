import { expect, test } from 'vitest';
import { frameTimebase, type BenchMark, type EventId } from '@stride-chalk/core';
import { anId } from '../../../parts/testing/an-id.ts';
import type { Film, Known } from '../types.ts';
import { besideIt, commonEvents, momentAt, stepped } from './moment.ts';

const known = (id: string, rate: number): Known => ({
  film: { id: anId(id) } as unknown as Film,
  time: frameTimebase(
    Array.from({ length: 2 * rate }, (_, i) => i / rate),
    1,
  ),
});
const [BEFORE, AFTER] = [known('b', 120), known('a', 60)];
const mark = (clip: string, event: EventId, frame: number): BenchMark => ({ clipId: anId(clip), event, frame, frameTo: null });
const MARKS = [
  ...[mark('b', 'set', 10), mark('b', 'liftTop', 60), mark('b', 'contact', 120), mark('b', 'finish', 200)],
  ...[mark('a', 'liftTop', 40), mark('a', 'contact', 80), mark('a', 'release', 95)],
];
const beside = (event: EventId, frame: number, time: 'stretched' | 'true') =>
  besideIt({ event, frame }, BEFORE, AFTER, MARKS, time);

test('only key frames that both have hold them together', () => {
  expect(commonEvents(BEFORE, AFTER, MARKS)).toEqual(['liftTop', 'contact']);
  expect(momentAt('set', BEFORE, MARKS)).toEqual({ event: 'set', frame: 10 });
  expect(momentAt('release', BEFORE, MARKS)).toBeNull();
});

test('at a key frame stands the key frame; between two of them the time is stretched, or true', () => {
  expect(beside('liftTop', 60, 'stretched')).toBe(40);
  expect(beside('liftTop', 60, 'true')).toBe(40);
  // Half-way of 60 and 40 frames; a quarter of a second at 60 a second.
  expect(beside('liftTop', 90, 'stretched')).toBe(60);
  expect(beside('liftTop', 90, 'true')).toBe(55);
});

test('a step is held inside the film, and hangs on the key frame that has come last', () => {
  const events = commonEvents(BEFORE, AFTER, MARKS);
  const at = (frame: number, by: number) => stepped({ event: 'liftTop', frame }, by, BEFORE, events, MARKS);
  expect(at(118, 1)).toEqual({ event: 'liftTop', frame: 119 });
  expect(at(119, 1)).toEqual({ event: 'contact', frame: 120 });
  expect(at(0, -5)).toEqual({ event: 'liftTop', frame: 0 });
  expect(at(230, 99)).toEqual({ event: 'contact', frame: 239 });
});

test('films without a common key frame stand beside nothing', () => {
  const alone = MARKS.filter((m) => m.event === 'set' || m.event === 'release');
  expect(commonEvents(BEFORE, AFTER, alone)).toEqual([]);
  expect(besideIt({ event: 'set', frame: 10 }, BEFORE, AFTER, alone, 'stretched')).toBeNull();
});
