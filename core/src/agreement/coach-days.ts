import type { Seen } from '../levels/level.ts';
import { meanWithLimits, type MeanWithLimits } from './mean-with-limits.ts';
import { LEAST_JUDGEMENTS, type StaffLevel } from './same-page.ts';

/** A level of a coach on a practice clip that was hidden among his tasks, beside its reference. */
export interface HiddenLevel {
  readonly coach: string;
  readonly day: string;
  readonly given: Seen;
  readonly reference: Seen;
}

/** How far a coach was from the others, or from the reference, on one day; `bias` is null while there are too few judgements to say anything. */
interface DayNearness {
  readonly judgements: number;
  /** Levels more than the others, or than the reference; below 0: stricter. */
  readonly bias: MeanWithLimits | null;
}
export interface CoachDay {
  readonly coach: string;
  readonly day: string;
  /** Against whoever has scored the same delivery and checkpoint. */
  readonly shared: DayNearness;
  /** Against the reference of the practice clips that were hidden that day. */
  readonly hidden: DayNearness;
}

const nearness = (apart: readonly number[]): DayNearness => ({
  judgements: apart.length,
  bias: apart.length < LEAST_JUDGEMENTS ? null : meanWithLimits(apart),
});

/**
 * Each coach over the days of a camp: how many levels he gives more or less than the others on what they share, and than the reference of hidden clips. By
 * day, then by coach; days without either are left out.
 *
 * @param levels every level that was given, with the day of its delivery
 * @example coachDays(levels, hidden).filter((d) => d.coach === 'dario')
 */
export function coachDays(
  levels: ReadonlyArray<StaffLevel & { readonly day: string }>,
  hidden: readonly HiddenLevel[],
): CoachDay[] {
  const units = new Map<string, Array<StaffLevel & { readonly day: string }>>();
  for (const l of levels) {
    const key = `${l.delivery} ${l.checkpoint}`;
    units.set(key, [...(units.get(key) ?? []), l]);
  }
  const shared = new Map<string, number[]>();
  const practised = new Map<string, number[]>();
  const put = (into: Map<string, number[]>, day: string, coach: string, apart: number): void => {
    const key = `${day} ${coach}`;
    into.set(key, [...(into.get(key) ?? []), apart]);
  };
  for (const unit of units.values()) {
    const seen = unit.flatMap((l) => (l.level === null ? [] : [{ ...l, level: l.level }]));
    if (seen.length < 2) continue;
    const sum = seen.reduce((s, l) => s + l.level, 0);
    for (const l of seen) put(shared, l.day, l.coach, l.level - (sum - l.level) / (seen.length - 1));
  }
  for (const h of hidden) if (h.given !== 'NV' && h.reference !== 'NV') put(practised, h.day, h.coach, h.given - h.reference);
  return [...new Set([...shared.keys(), ...practised.keys()])].sort().map((key) => {
    const [day, ...coach] = key.split(' ');
    return {
      ...{ coach: coach.join(' '), day: day! },
      shared: nearness(shared.get(key) ?? []),
      hidden: nearness(practised.get(key) ?? []),
    };
  });
}
