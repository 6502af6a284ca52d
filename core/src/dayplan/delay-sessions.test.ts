import { expect, test } from 'vitest';
import { delaySessions } from './delay-sessions.ts';
import { sessionOf } from './testing/small-day.ts';

const times = (sessions: ReturnType<typeof delaySessions>) => sessions.map((s) => [s.warmUpFrom, s.from, s.to]);

test('what has not begun is later, what has begun goes on', () => {
  // Warm-ups of ten minutes: they begin at 9:00, 9:10 and 9:20.
  const day = [sessionOf('a', 550), sessionOf('b', 560), sessionOf('c', 570)];
  expect(times(delaySessions(day, 15, 550))).toEqual([
    [540, 550, 560],
    [550, 560, 570],
    [575, 585, 595],
  ]);
  expect(times(delaySessions(day, 15, null))[0]).toEqual([555, 565, 575]);
});

test.each([0, -5, 2.5])('%d minutes are refused', (minutes) =>
  expect(() => delaySessions([], minutes, null)).toThrow(RangeError),
);
