import { startsAt, type DayCamper, type DaySettings, type Minute } from './day.ts';

/** No plan of these campers on this day can end earlier. */
export interface DayBound {
  /** When the last session ends at the earliest. */
  readonly finish: Minute;
  /** Which of them asks for it: too few mounds, cameras or people who film, or somebody who comes late. */
  readonly by: 'mounds' | 'cameras' | 'staff' | 'arrival';
  /** All minutes on the mounds. */
  readonly moundMinutes: number;
}

const MIDNIGHT = 24 * 60;

/**
 * The earliest finish that any plan can have, from the campers and the day alone: it knows no session. Whoever comes at r is on a mound for his
 * minutes after r; so the minutes of all who begin at r or later need as many minutes of open mounds, cameras and filmers after r. That holds for
 * every r, and the latest of these ends is the bound (parallel machines with release dates, each session taken to pieces at will: Lawler EL et al.,
 * Handbooks in Operations Research 4 (1993), ch. 9, value from memory). A break is closed, and so is the warm-up after it.
 *
 * @param campers those who are to throw
 * @returns midnight as the finish where the day has no room for them
 * @example
 * // 40 campers of 8 minutes, 3 mounds from 9:00, 3 who film: 320 / 3, so 9:00 and 107 minutes
 */
export function dayBound(settings: DaySettings, campers: readonly DayCamper[]): DayBound {
  const opening = Math.min(...settings.mounds.map((m) => m.from));
  const work = campers.map((c) => {
    const minutes = settings.minutes[c.ageGroup];
    return { minutes, from: startsAt(settings, c, opening) };
  });
  const moundMinutes = work.reduce((sum, w) => sum + w.minutes, 0);
  const closed = (m: Minute): boolean => settings.breaks.some((b) => m >= b.from && m < b.to + settings.warmUpMinutes);
  const openAt = (list: ReadonlyArray<{ from: Minute; to: Minute }>): number[] =>
    Array.from({ length: MIDNIGHT }, (_, m) => (closed(m) ? 0 : list.filter((w) => m >= w.from && m < w.to).length));
  const [mounds, cameras, staff] = [
    openAt(settings.mounds),
    openAt(settings.cameras),
    openAt(settings.staff.filter((p) => p.films)),
  ];
  const starts = [...new Set(work.map((w) => w.from))];
  const endOf = (capacity: readonly number[]): Minute =>
    Math.max(
      opening,
      ...starts.map((from) => {
        let left = work.filter((w) => w.from >= from).reduce((sum, w) => sum + w.minutes, 0);
        let m = from;
        for (; left > 0 && m < MIDNIGHT; m++) left -= capacity[m]!;
        return m;
      }),
    );
  const ends = { mounds: endOf(mounds), cameras: endOf(cameras), staff: endOf(staff) };
  const together = endOf(mounds.map((n, m) => Math.min(n, cameras[m]!, staff[m]!)));
  const arrival = Math.max(opening, ...work.map((w) => Math.min(MIDNIGHT, w.from + w.minutes)));
  const scarcest = (['mounds', 'cameras', 'staff'] as const).reduce((a, b) => (ends[b] > ends[a] ? b : a));
  return { finish: Math.max(together, arrival), by: arrival > together ? 'arrival' : scarcest, moundMinutes };
}
