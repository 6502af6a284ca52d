import { z } from 'zod';
import type { Estimate } from '../estimate/estimate.ts';
import { FIGURE_IDS, type FigureId } from '../figures/figure-ids.ts';
import { chooseFocus, type FocusChoice } from '../focus/choose-focus.ts';
import { habitsOf } from '../habits/habits-of.ts';
import type { Score } from '../levels/level.ts';
import { AGE_GROUPS, type AgeGroup } from '../roster/age-group.ts';
import { askedOfSet, resolveSheet, type SchoolChoices } from '../sheet/resolve-sheet.ts';
import type { Sheet } from '../sheet/shape.ts';

/** A figure that was measured in one delivery. */
export interface MeasuredFigure {
  readonly delivery: string;
  readonly figure: FigureId;
  readonly estimate: Estimate;
}

export interface EvaluationInput {
  readonly sheet: Sheet;
  readonly ageGroup: AgeGroup;
  readonly schools?: SchoolChoices;
  /** Ids of the deliveries of the set in the order in which they were thrown. */
  readonly deliveries: readonly string[];
  readonly scores: readonly Score[];
  /** Why the lead chose a reading of a school, by school. */
  readonly schoolReasons?: Readonly<Record<string, string>>;
  /** Ids of those whose scores they are; left out where nobody asks. */
  readonly coaches?: readonly string[];
  readonly figures: readonly MeasuredFigure[];
  /** What arm care allows on a drill day, all drills together; left out where nobody asked. */
  readonly drillThrows?: number;
  /** The day of the re-film as YYYY-MM-DD; null when none is set yet. */
  readonly reFilmOn: string | null;
}

const code = z.string().max(80);
const count = z.number().int().nonnegative();
const level = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]);
const many = <T extends z.ZodType>(of: T) => z.array(of).max(400).readonly();

const faultSchema = z.object({
  code,
  seen: count,
  visible: count,
  deliveries: many(code),
  severity: z.number(),
});
const habitSchema = z.object({
  checkpoint: code,
  visible: count,
  notVisible: count,
  levels: many(level),
  middle: level.nullable(),
  strength: z.boolean(),
  habits: many(faultSchema),
  oneOffs: many(faultSchema),
  lowThroughout: z.boolean(),
  shortfall: z.number(),
  seenOnce: z.boolean(),
  /** null in documents from before fair levels. */
  judgedFair: z.number().nullable().default(null),
});
const choiceSchema = z.object({
  checkpoint: code,
  faults: many(faultSchema),
  lowThroughout: z.boolean(),
  visible: count,
  explains: many(code),
  explainedBy: code.nullable(),
  severity: z.number(),
  share: z.number(),
});

/**
 * What was found in one set, without a word: habits with their counts, figures with their errors, what matters most and what explains it, and what arm
 * care leaves for drills. Sentences are made of it and of the sheet by `sayEvaluation`; two sets are compared by it.
 */
export const evaluationFactsSchema = z.object({
  ageGroup: z.enum(AGE_GROUPS),
  /** Ids in the order in which they were thrown. */
  deliveries: many(code),
  habits: many(habitSchema),
  figures: many(
    z.object({
      delivery: code,
      figure: z.enum(FIGURE_IDS),
      estimate: z.object({
        value: z.number(),
        sd: z.number().nonnegative(),
        unit: z.enum(['degrees', 'heightShare', 'ratio', 'seconds', 'centimetres', 'metresPerSecond']),
      }),
    }),
  ),
  chosen: many(choiceSchema),
  later: many(choiceSchema),
  /** Checkpoints that are scored at this age and were visible in no delivery. */
  notSeen: many(code),
  /** Ids of those whose levels were used; empty in documents from before that was kept. */
  coaches: many(code).default([]),
  /** The camp's choices of schools, where it made some. */
  schools: z.record(z.string().max(40), z.string().max(80)),
  /** Why, by school; empty in documents from before it was kept. */
  schoolReasons: z.record(z.string().max(40), z.string().max(400)).default({}),
  /** Throws that arm care allows on a drill day; null where nobody asked. */
  drillThrows: z.number().nonnegative().nullable(),
  reFilmOn: code.nullable(),
});
export type EvaluationFacts = z.infer<typeof evaluationFactsSchema>;

const scoredAt = (sheet: Sheet, checkpoint: string, ageGroup: AgeGroup): boolean =>
  sheet.checkpoints.find((c) => c.id === checkpoint)?.scoredFor.includes(ageGroup) ?? false;

/**
 * What was found in the scores and figures of one set.
 *
 * @example findEvaluation({ sheet: defaultSheet, ageGroup: '13-14', deliveries, scores, figures: [], reFilmOn: null }).chosen[0]?.checkpoint
 */
export function findEvaluation(input: EvaluationInput): EvaluationFacts {
  const { sheet, ageGroup } = input;
  const habits = habitsOf(
    input.scores.filter((s) => scoredAt(sheet, s.checkpoint, ageGroup)),
    askedOfSet(sheet),
  );
  const { chosen, later } = chooseFocus(habits, sheet, ageGroup);
  return {
    ageGroup,
    deliveries: [...input.deliveries],
    habits,
    figures: [...input.figures],
    chosen: [...chosen],
    later: [...later],
    notSeen: resolveSheet(sheet, ageGroup)
      .filter((c) => c.scored && !habits.some((h) => h.checkpoint === c.id && h.visible > 0))
      .map((c) => c.id),
    coaches: [...(input.coaches ?? [])],
    schools: { ...input.schools } as Record<string, string>,
    schoolReasons: { ...input.schoolReasons },
    drillThrows: input.drillThrows ?? null,
    reFilmOn: input.reFilmOn,
  };
}

/** Every habit, chosen or not, in the order of the delivery. */
export const allChoices = (facts: EvaluationFacts, sheet: Sheet): FocusChoice[] => {
  const order = (checkpoint: string): number => sheet.checkpoints.findIndex((c) => c.id === checkpoint);
  return [...facts.chosen, ...facts.later].sort((a, b) => order(a.checkpoint) - order(b.checkpoint));
};
