import { deliveriesFor, type DayInput, type Session } from './day.ts';

/** No plan of these campers on these mounds, with this staff, can be shorter. */
export interface DayBound {
  /** Working minutes from the opening of the mounds. */
  readonly minutes: number;
  readonly by: 'mounds' | 'staff';
  readonly moundMinutes: number;
  readonly longestLoad: number;
}

/**
 * max(all mound minutes / mounds, longest staff load): the sum of the minutes on the mounds over their number, and the filming
 * minutes of the person who films most (common bound of parallel machine scheduling: McNaughton R, Manage Sci 1959;6:1-12,
 * value from memory).
 *
 * @example
 * // 40 campers of 8 minutes, 3 mounds, 3 who film: 320 / 3 = 106.7 minutes
 */
export function dayBound(input: DayInput, sessions: readonly Session[]): DayBound {
  const placed = new Set(sessions.map((s) => s.camper));
  const moundMinutes = input.campers
    .filter((c) => placed.has(c.id) && deliveriesFor(input.settings, c) > 0)
    .reduce((sum, c) => sum + input.settings.minutes[c.ageGroup], 0);
  const loads = new Map<string, number>();
  for (const s of sessions) loads.set(s.filmer, (loads.get(s.filmer) ?? 0) + s.to - s.from);
  const longestLoad = Math.max(0, ...loads.values());
  const perMound = moundMinutes / input.settings.mounds.length;
  return {
    minutes: Math.max(perMound, longestLoad),
    by: perMound >= longestLoad ? 'mounds' : 'staff',
    moundMinutes,
    longestLoad,
  };
}
