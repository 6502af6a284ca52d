import type { Minute, Session } from './day.ts';

/**
 * Everything that has not begun by now, later by so many minutes: a thunderstorm, a late bus. Whoever warms up or stands on a mound goes on, everybody
 * else keeps his place in the order. Which rules it breaks is the business of `planProblems`.
 *
 * @param now minute of the day; null while the day is still to come
 * @throws RangeError when minutes is no positive whole number
 * @example delaySessions(sessions, 15, 600) // sessions whose warm-up begins after 10:00 begin a quarter of an hour later
 */
export function delaySessions<S extends Session>(sessions: readonly S[], minutes: number, now: Minute | null): S[] {
  if (!Number.isInteger(minutes) || minutes < 1)
    throw new RangeError(`minutes: a positive whole number was expected, not ${minutes}`);
  return sessions.map((s) =>
    now !== null && s.warmUpFrom <= now
      ? s
      : { ...s, warmUpFrom: s.warmUpFrom + minutes, from: s.from + minutes, to: s.to + minutes },
  );
}
