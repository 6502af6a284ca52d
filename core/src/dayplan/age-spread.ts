import type { DayCamper, Session } from './day.ts';

/**
 * How far the mean time of the age group that lies furthest off is from the mean time of all, as a share of the day; age groups of
 * one are left out. 0 for an empty day.
 *
 * @example ageSpread(campers, sessions) // 0.03
 */
export function ageSpread(campers: readonly DayCamper[], sessions: readonly Session[]): number {
  if (sessions.length === 0) return 0;
  const ages = new Map(campers.map((c) => [c.id, c.ageGroup]));
  const mean = (list: readonly Session[]): number => list.reduce((sum, s) => sum + s.from, 0) / list.length;
  const length = Math.max(...sessions.map((s) => s.to)) - Math.min(...sessions.map((s) => s.from));
  const groups = [...new Set(sessions.map((s) => ages.get(s.camper)))]
    .map((g) => sessions.filter((s) => ages.get(s.camper) === g))
    .filter((g) => g.length > 1);
  const all = mean(sessions);
  return length === 0 ? 0 : Math.max(0, ...groups.map((g) => Math.abs(mean(g) - all) / length));
}
