import { z } from 'zod';
import { FIGURE_IDS } from '../figures/figure-ids.ts';
import { EVENT_IDS } from '../keyframes/events.ts';
import { AGE_GROUPS } from '../roster/age-group.ts';
import { isCheckpointId, isFaultCode } from './codes.ts';

export const VIEW_IDS = ['openSide', 'closedSide', 'front', 'rear'] as const;
export type ViewId = (typeof VIEW_IDS)[number];
export const DELIVERY_KINDS = ['stretch', 'windUp', 'quick', 'drill'] as const;
export type DeliveryKind = (typeof DELIVERY_KINDS)[number];
export const PHASE_IDS = ['start', 'lift', 'out', 'stride', 'contact', 'turn', 'release', 'finish', 'all'] as const;

const text = z.string().min(1);
const checkpointId = z.string().refine(isCheckpointId, { message: 'no id of a checkpoint' });
const faultCode = z.string().refine(isFaultCode, { message: 'no code of a fault' });
const event = z.enum(EVENT_IDS as unknown as [string, ...string[]]);
const ageGroup = z.enum(AGE_GROUPS);
/** Level 0, 1, 2, 3, in this order. */
const levels = z.tuple([text, text, text, text]);
/** Lowest and highest value; null for an open end. */
const range = z.tuple([z.number().nullable(), z.number().nullable()]);

/** The short span in which a checkpoint that happens in motion is judged: from one key frame to a later one. */
const span = z.tuple([event, event]);

/** What is said of one fault, to the staff and at home. Two faults that are each other's opposite share none of it. */
const faultSchema = z.object({
  code: faultCode,
  name: text,
  /** What was seen at level 0, 1 and 2, each a clause that goes on after "In 3 of 3". */
  seen: z.tuple([text, text, text]),
  /** Faults of the same checkpoint on the other side of the wanted position. */
  opposes: z.array(faultCode).default([]),
  why: text,
  /** In a child's words from 7 to 12, and from 13. */
  cue: z.object({ young: text, older: text }),
  /** What the re-film should show. */
  lookAgain: text,
  /** Ids of drills in the order in which they are given. */
  drills: z.array(text),
});

const checkpointSchema = z.object({
  id: checkpointId,
  phase: z.enum(PHASE_IDS),
  name: text,
  /** The key frame on which it is judged; of a span, the one that its figures belong to. */
  event,
  span: span.optional(),
  /** Asked of each delivery, or once of the whole set. */
  of: z.enum(['delivery', 'set']),
  /** The views from which it can be judged at all. */
  views: z.array(z.enum(VIEW_IDS)).min(1),
  scoredFor: z.array(ageGroup),
  notScoredForKinds: z.array(z.enum(DELIVERY_KINDS)),
  figures: z.array(z.enum(FIGURE_IDS)),
  school: text.optional(),
  levels: levels.optional(),
  readings: z.array(z.object({ option: text, levels })).optional(),
  faults: z.array(faultSchema).min(1).max(8),
  /** What is said where no single fault was named; it takes neither side. */
  focus: z.object({ title: text, why: text, cue: text, lookAgain: text }),
  strength: text,
});

const schoolSchema = z.object({
  id: text,
  question: text,
  options: z.array(z.object({ id: text, name: text, rule: text })).length(2),
  defaults: z.record(ageGroup, text),
  why: text,
  /** A hand-out names which of the two the staff teach. */
  onHandOut: z.boolean(),
});

const bandSchema = z.object({
  figure: z.enum(FIGURE_IDS),
  checkpoint: checkpointId,
  wanted: range,
  /** The outer ends of the acceptable band, which holds the wanted one. */
  acceptable: range,
  faultBelow: faultCode.nullable(),
  faultAbove: faultCode.nullable(),
  ageGroups: z.array(ageGroup).optional(),
  school: z.object({ id: text, option: text }).optional(),
  notForKinds: z.array(z.enum(DELIVERY_KINDS)).optional(),
  note: text.optional(),
});

export const DRILL_STEPS = ['hand', 'turn', 'shift', 'out', 'whole'] as const;
const doseFields = {
  throws: z.number().int().min(0).max(200),
  /** How often it is done where no ball is thrown. */
  repetitions: z.number().int().positive().max(200),
  distance: text,
};
const drillSchema = z.object({
  id: text,
  step: z.enum(DRILL_STEPS),
  name: text,
  ball: z.boolean(),
  /** What is needed; null, as the others below, in a sheet from before it was asked. */
  need: text.nullable(),
  stand: text.nullable(),
  do: text,
  feel: text.nullable(),
  stop: text.nullable(),
  /** The same without a ball; null for a drill that has none anyway. */
  noBall: text.nullable(),
  /** Instead of what the sheet has for its step. */
  dose: z.object(doseFields).optional(),
});

export const sheetShape = z.object({
  /** 1 for a sheet from before advice hung on faults: read with its own words, and not held to what was asked later. */
  form: z.union([z.literal(1), z.literal(2)]),
  id: text,
  version: z.number().int().positive(),
  name: text,
  phases: z.array(z.object({ id: z.enum(PHASE_IDS), name: text, event })),
  schools: z.array(schoolSchema),
  checkpoints: z.array(checkpointSchema),
  bands: z.array(bandSchema),
  /** Arrows from what causes to what follows: the id of a checkpoint stands for each of its faults. */
  causes: z.array(z.object({ cause: text, effect: text, why: text, backwards: text.optional() })),
  drills: z.array(drillSchema),
  /** How much of a drill of a step, by age. */
  doses: z.array(z.object({ step: z.enum(DRILL_STEPS), ageGroups: z.array(ageGroup).min(1), ...doseFields })),
});

export type Sheet = z.infer<typeof sheetShape>;
export type Checkpoint = Sheet['checkpoints'][number];
export type Fault = Checkpoint['faults'][number];
export type Band = z.infer<typeof bandSchema>;
export type Drill = Sheet['drills'][number];
