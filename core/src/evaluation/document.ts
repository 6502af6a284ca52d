import { z } from 'zod';
import { FIGURE_IDS } from '../figures/figure-ids.ts';
import { EVENT_IDS } from '../keyframes/events.ts';

const line = z.string().trim().min(1).max(400);
const event = z.enum(EVENT_IDS as unknown as [string, ...string[]]);

const drillItem = z.object({
  id: z.string().min(1),
  name: line,
  how: line,
  amount: line,
});

const focusItem = z.object({
  checkpoint: z.string().min(1),
  title: line,
  cue: line,
  seen: line,
  why: line,
  drills: z.array(drillItem).max(2),
  lookAgain: line,
  /** The freeze frame: which delivery, at which key frame, with which figure drawn on it. */
  freeze: z.object({ delivery: z.string(), event, figure: z.enum(FIGURE_IDS).nullable() }),
  reasons: z.array(z.string()),
});

/** What an evaluation says. A coach may reword every line; the limits keep it to two pages. */
export const evaluationDocumentSchema = z.object({
  phases: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      middle: z.number().int().min(0).max(3).nullable(),
      focus: z.boolean(),
    }),
  ),
  strengths: z.array(z.object({ checkpoint: z.string(), title: line, text: line })).max(3),
  focus: z.array(focusItem).max(4),
  /** Habits beyond the focus areas, for the staff: never on the hand-out. */
  later: z.array(line).default([]),
  oneOffs: z.array(line),
  seenOnce: z.array(line),
  /** Scored at this age, and visible in no delivery: nothing is said of them, and not that they are good. */
  notSeen: z.array(line).default([]),
  schools: z.array(line),
  armCare: line,
  cautions: z.array(line).min(1),
  drillDays: z.array(z.string()).min(1),
  deliveries: z.number().int().nonnegative(),
  reFilmOn: z.string().nullable(),
});

export type EvaluationDocument = z.infer<typeof evaluationDocumentSchema>;
export type FocusItem = z.infer<typeof focusItem>;
