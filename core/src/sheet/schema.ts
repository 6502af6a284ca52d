import { z } from 'zod';
import { FIGURE_IDS } from '../figures/figure-ids.ts';
import { EVENT_IDS } from '../keyframes/events.ts';
import { AGE_GROUPS } from '../roster/age-group.ts';
import { checkpointOfCode, isCheckpointId, isFaultCode } from './codes.ts';

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

const checkpointSchema = z.object({
  id: checkpointId,
  phase: z.enum(PHASE_IDS),
  name: text,
  event,
  views: z.array(z.enum(VIEW_IDS)).min(1),
  scoredFor: z.array(ageGroup),
  notScoredForKinds: z.array(z.enum(DELIVERY_KINDS)),
  figures: z.array(z.enum(FIGURE_IDS)),
  school: text.optional(),
  levels: levels.optional(),
  readings: z.array(z.object({ option: text, levels })).optional(),
  faults: z
    .array(z.object({ code: faultCode, name: text, seen: text }))
    .min(1)
    .max(8),
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
const drillSchema = z.object({
  id: text,
  step: z.enum(DRILL_STEPS),
  name: text,
  how: text,
  ball: z.boolean(),
  throws: z.number().int().min(0),
  repetitions: z.number().int().positive(),
  distance: text,
  for: z.array(text).min(1),
});

const currentSchema = z
  .object({
    id: text,
    version: z.number().int().positive(),
    name: text,
    phases: z.array(z.object({ id: z.enum(PHASE_IDS), name: text, event })),
    schools: z.array(schoolSchema),
    checkpoints: z.array(checkpointSchema),
    bands: z.array(bandSchema),
    causes: z.array(z.object({ cause: text, effects: z.array(text).min(1) })),
    drills: z.array(drillSchema),
  })
  .superRefine((sheet, context) => {
    const fail = (message: string): void => {
      context.addIssue({ code: 'custom', message });
    };
    const ids = new Set(sheet.checkpoints.map((c) => c.id));
    const codes = new Set(sheet.checkpoints.flatMap((c) => c.faults.map((f) => f.code)));
    if (ids.size !== sheet.checkpoints.length) fail('two checkpoints have the same id');
    for (const c of sheet.checkpoints) {
      if (!c.levels === !c.readings) fail(`${c.id}: either levels or readings are expected`);
      for (const f of c.faults)
        if (isFaultCode(f.code) && checkpointOfCode(f.code) !== c.id)
          fail(`${c.id}: fault ${f.code} belongs to another checkpoint`);
      const options = sheet.schools.find((s) => s.id === c.school)?.options.map((o) => o.id);
      if (c.readings?.some((r) => !options?.includes(r.option))) fail(`${c.id}: a reading has no school option`);
    }
    const known = (name: string): boolean => ids.has(name) || codes.has(name);
    for (const cause of sheet.causes)
      for (const n of [cause.cause, ...cause.effects]) if (!known(n)) fail(`cause ${n} is unknown`);
    for (const d of sheet.drills) for (const n of d.for) if (!known(n)) fail(`drill ${d.id} is for ${n}, which is unknown`);
    for (const b of sheet.bands)
      for (const n of [b.faultBelow, b.faultAbove]) if (n !== null && !codes.has(n)) fail(`band of ${b.figure}: ${n} is unknown`);
  });

/** The schools that hand-outs named when sheets did not say so themselves. */
const NAMED_BEFORE = ['B3', 'B4', 'F3', 'G1'];
const upcast = (document: unknown): unknown => {
  const schools = (document as { schools?: unknown } | null)?.schools;
  if (!Array.isArray(schools)) return document;
  return {
    ...(document as object),
    schools: schools.map((s: { id?: string }) => ({ onHandOut: NAMED_BEFORE.includes(s?.id ?? ''), ...s })),
  };
};

/** A checkpoint sheet as a document: a new version is a new document, and old scores keep theirs. Reads sheets of every form there was. */
export const sheetSchema = z.preprocess(upcast, currentSchema);
export type Sheet = z.infer<typeof currentSchema>;
export type Checkpoint = Sheet['checkpoints'][number];
export type Band = z.infer<typeof bandSchema>;
export type Drill = Sheet['drills'][number];
