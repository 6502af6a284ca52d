import { z } from 'zod';

/** How much of a drill: throws with a ball, or repetitions without one. */
export const doseSchema = z.object({
  ball: z.boolean(),
  /** Throws, or repetitions without a ball. */
  times: z.number().int().min(0).max(200),
  /** How far the ball is thrown, in words of the sheet; null without a ball. */
  distance: z.string().max(120).nullable(),
});
export type Dose = z.infer<typeof doseSchema>;

interface PlannedDrill {
  readonly id: string;
  /** null for a drill from before doses were kept in numbers. */
  readonly dose: Dose | null;
}
interface PlannedFocus {
  readonly checkpoint: string;
  readonly drills: readonly PlannedDrill[];
}

/** One drill day: of each focus the drill whose turn it is. */
interface DrillDay {
  readonly day: string;
  readonly drills: ReadonlyArray<{ readonly checkpoint: string; readonly drill: string | null }>;
  /** All throws of the day together. */
  readonly throws: number;
}
export interface DrillPlan {
  readonly days: readonly DrillDay[];
  /** How often a drill of a focus is done on its day: what was asked for, or less where arm care allows less. Two areas may have the same drill. */
  timesOf(checkpoint: string, drill: string): number;
  /** True when arm care has taken throws away. */
  readonly cut: boolean;
}

/** The most throws of one drill so that those of no day exceed `most`: whoever wants less leaves the rest to the others. */
function capOf(day: readonly number[], most: number): number {
  if (day.reduce((a, b) => a + b, 0) <= most) return Number.POSITIVE_INFINITY;
  let left = most;
  const wanted = [...day].sort((a, b) => a - b);
  for (const [i, want] of wanted.entries()) {
    const share = Math.floor(left / (wanted.length - i));
    if (want > share) return share;
    left -= want;
  }
  return Number.POSITIVE_INFINITY;
}

/**
 * Which drill is done on which day, and how often: every focus has a drill on each drill day, its own drills take turns, and the throws of a day stay
 * within what arm care leaves for it, whatever was asked for. Throws are taken away where most were asked for.
 *
 * @param focus in the order of the plan
 * @param days the drill days of a week
 * @param most throws that arm care allows on a drill day; null where nobody asked
 * @example drillPlan([{ checkpoint: 'F2', drills: [{ id: 'towel', dose: { ball: false, times: 10, distance: null } }] }], ['Monday'], 35).days[0]?.throws // 0
 */
export function drillPlan(focus: readonly PlannedFocus[], days: readonly string[], most: number | null): DrillPlan {
  const turn = (f: PlannedFocus, k: number): PlannedDrill | null => f.drills[k % Math.max(1, f.drills.length)] ?? null;
  const throwsOf = (drill: PlannedDrill | null): number => (drill?.dose?.ball ? drill.dose.times : 0);
  const cap =
    most === null
      ? Number.POSITIVE_INFINITY
      : Math.min(
          ...days.map((_, k) =>
            capOf(
              focus.map((f) => throwsOf(turn(f, k))),
              most,
            ),
          ),
        );
  const fitted = ({ dose }: PlannedDrill): number => (dose?.ball ? Math.min(dose.times, cap) : (dose?.times ?? 0));
  return {
    days: days.map((day, k) => {
      const drills = focus.map((f) => ({ checkpoint: f.checkpoint, drill: turn(f, k) }));
      return {
        day,
        drills: drills.map(({ checkpoint, drill }) => ({ checkpoint, drill: drill?.id ?? null })),
        throws: drills.reduce((sum, { drill }) => sum + (drill?.dose?.ball ? fitted(drill) : 0), 0),
      };
    }),
    timesOf(checkpoint, id) {
      const drill = focus.find((f) => f.checkpoint === checkpoint)?.drills.find((d) => d.id === id);
      return drill ? fitted(drill) : 0;
    },
    cut: focus.some((f) => f.drills.some((d) => throwsOf(d) > fitted(d))),
  };
}

/**
 * A dose in words for a family.
 *
 * @param times as often as the plan has it
 * @example doseInWords({ ball: true, times: 10, distance: '60 feet' }, 8) // '8 throws, 60 feet'
 */
export function doseInWords(dose: Dose, times = dose.times): string {
  if (!dose.ball) return `${times} ${times === 1 ? 'time' : 'times'}, no ball`;
  if (times === 0) return 'no throws: the movement only, without a ball';
  return `${times} ${times === 1 ? 'throw' : 'throws'}${dose.distance ? `, ${dose.distance}` : ''}`;
}
