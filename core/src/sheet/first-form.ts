interface FirstFault {
  readonly code: string;
  readonly name: string;
  readonly seen: string;
}
interface FirstCheckpoint {
  readonly id: string;
  readonly faults: readonly FirstFault[];
  readonly focus: { readonly why: string; readonly cue: string; readonly lookAgain: string };
}
interface FirstDrill {
  readonly id: string;
  readonly step: string;
  readonly how: string;
  readonly throws: number;
  readonly repetitions: number;
  readonly distance: string;
  readonly for: readonly string[];
}
interface FirstSheet {
  readonly schools: ReadonlyArray<{ readonly id: string }>;
  readonly checkpoints: readonly FirstCheckpoint[];
  readonly causes: ReadonlyArray<{ readonly cause: string; readonly effects: readonly string[] }>;
  readonly drills: readonly FirstDrill[];
}

/** The schools that hand-outs named when sheets did not say so themselves. */
const NAMED_BEFORE = ['B3', 'B4', 'F3', 'G1'];
/** The order of drill steps when the first form was written. */
const STEPS = ['hand', 'turn', 'shift', 'out', 'whole'];

/** A document of any form as one of the present form; what is none is left for the schema to refuse. */
export function asCurrent(document: unknown): unknown {
  if (typeof document !== 'object' || document === null || 'form' in document) return document;
  const { schools, checkpoints, causes, drills } = document as Partial<FirstSheet>;
  if (![schools, checkpoints, causes, drills].every(Array.isArray)) return document;
  return fromFirstForm(document as FirstSheet);
}

/**
 * A sheet of the first form says what it said: its advice hung on the checkpoint, so that each of its faults has that; its drills keep their own
 * amounts. Its causes may run in a circle: `explainedBy` lets the earlier of two explain the other.
 */
function fromFirstForm(sheet: FirstSheet): object {
  return {
    ...sheet,
    form: 1,
    schools: sheet.schools.map((s) => ({ onHandOut: NAMED_BEFORE.includes(s.id), ...s })),
    checkpoints: sheet.checkpoints.map((c) => ({
      ...c,
      of: 'delivery',
      faults: c.faults.map((f) => ({
        code: f.code,
        name: f.name,
        seen: [f.seen, f.seen, f.seen],
        why: c.focus.why,
        cue: { young: c.focus.cue, older: c.focus.cue },
        lookAgain: c.focus.lookAgain,
        drills: drillsFor(sheet.drills, c.id, f.code),
      })),
    })),
    causes: sheet.causes.flatMap(({ cause, effects }) =>
      effects.map((effect) => ({ cause, effect, why: 'The sheet gives no reason.' })),
    ),
    drills: sheet.drills.map(({ how, throws, repetitions, distance, for: _, ...drill }) => ({
      ...drill,
      need: null,
      stand: null,
      do: how,
      feel: null,
      stop: null,
      noBall: null,
      dose: { throws, repetitions, distance },
    })),
    doses: [],
  };
}

/** The drills for the very fault before those for its checkpoint, earlier steps first. */
function drillsFor(drills: readonly FirstDrill[], checkpoint: string, code: string): string[] {
  const rank = (d: FirstDrill): number => (d.for.includes(code) ? 0 : d.for.indexOf(checkpoint) === 0 ? 1 : 2);
  return drills
    .filter((d) => d.for.includes(code) || d.for.includes(checkpoint))
    .sort((a, b) => rank(a) - rank(b) || STEPS.indexOf(a.step) - STEPS.indexOf(b.step))
    .map((d) => d.id);
}
