import { z } from 'zod';
import { doseSchema } from '../drillplan/drill-plan.ts';
import { FIGURE_IDS } from '../figures/figure-ids.ts';
import { EVENT_IDS } from '../keyframes/events.ts';
import { evaluationFactsSchema } from './facts.ts';

const line = z.string().trim().min(1).max(400);
/** A code or an id of ours. */
const code = z.string().max(80);
/** More lines than any sheet has checkpoints. */
const MOST_LINES = 100;
const event = z.enum(EVENT_IDS as unknown as [string, ...string[]]);

const drillItem = z.object({
  id: code.min(1),
  name: line,
  how: line,
  /** null in documents from before drills said so. */
  need: line.nullable().default(null),
  feel: line.nullable().default(null),
  stop: line.nullable().default(null),
  noBall: line.nullable().default(null),
  /** In numbers, so that arm care can hold it; null in documents from before, which have `amount`. */
  dose: doseSchema.nullable().default(null),
  /** What a document from before doses were numbers said of it. */
  amount: line.nullable().default(null),
});

const focusItem = z.object({
  checkpoint: code.min(1),
  title: line,
  cue: line,
  seen: line,
  why: line,
  drills: z.array(drillItem).max(2),
  lookAgain: line,
  /** The drawing of level 3, as an address of the application; null where none is drawn, and in documents from before there were any. */
  picture: line.nullable().default(null),
  /** The freeze frame: which delivery, at which key frame, with which figure drawn on it. */
  freeze: z.object({ delivery: code, event, figure: z.enum(FIGURE_IDS).nullable() }),
  reasons: z.array(z.string().max(400)).max(MOST_LINES),
});

/** What an evaluation says, in words. A coach may reword every line; the limits keep it to two pages. */
export const saidSchema = z.object({
  phases: z
    .array(
      z.object({
        id: code,
        name: z.string().max(120),
        middle: z.number().int().min(0).max(3).nullable(),
        focus: z.boolean(),
      }),
    )
    .max(MOST_LINES),
  strengths: z.array(z.object({ checkpoint: code, title: line, text: line })).max(3),
  focus: z.array(focusItem).max(4),
  /** Habits beyond the focus areas, for the staff: never on the hand-out. */
  later: z.array(line).max(MOST_LINES).default([]),
  oneOffs: z.array(line).max(MOST_LINES),
  seenOnce: z.array(line).max(MOST_LINES),
  /** Scored at this age, and visible in no delivery: nothing is said of them, and not that they are good. */
  notSeen: z.array(line).max(MOST_LINES).default([]),
  schools: z.array(line).max(MOST_LINES),
  armCare: line,
  cautions: z.array(line).min(1).max(MOST_LINES),
  drillDays: z.array(code).min(1).max(MOST_LINES),
  deliveries: z.number().int().nonnegative(),
  /** Throws that arm care allows on a drill day; null where nobody asked. */
  drillThrows: z.number().nonnegative().nullable().default(null),
  reFilmOn: code.nullable(),
});
export type Said = z.infer<typeof saidSchema>;
export type FocusItem = z.infer<typeof focusItem>;

const currentSchema = z.object({
  form: z.literal(2),
  /** null in a document from before facts were kept apart from words. */
  facts: evaluationFactsSchema.nullable(),
  said: saidSchema,
  /** The lines that are a coach's own, by their paths: words that are made again leave them as they are. */
  edited: z.array(z.string().max(200)).max(400).readonly(),
});

/** A document of the first form was its words and nothing else; all of them are kept as they stand. */
const upcast = (document: unknown): unknown =>
  typeof document === 'object' && document !== null && !('form' in document)
    ? { form: 2, facts: null, said: document, edited: [] }
    : document;

/**
 * An evaluation as it is kept: what was found, what is said of it, and which of the words are a coach's own. Reads documents of every form there was.
 *
 * @example evaluationDocumentSchema.parse(row.document).said.focus[0]?.cue
 */
export const evaluationDocumentSchema = z.preprocess(upcast, currentSchema);
export type EvaluationDocument = z.infer<typeof currentSchema>;
