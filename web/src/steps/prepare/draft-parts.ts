import { checkpointOfCode, type DraftProblem } from '@stride-chalk/core';

/** What a draft is made of; undefined where nothing is written. */
export type Json = undefined | null | string | number | boolean | readonly Json[] | { readonly [key: string]: Json };
type Path = ReadonlyArray<string | number>;
type Rows = ReadonlyArray<Record<string, Json>>;

/** One thing of a part: what it is called, where it lies, which fields of it are edited. */
interface DraftEntry {
  readonly name: string;
  readonly path: Path;
  readonly fields: readonly Path[];
  readonly remove: boolean;
}
/** A part of the draft that is edited on one page. */
export interface DraftPart {
  readonly id: string;
  readonly name: string;
  readonly entries: readonly DraftEntry[];
  /** What can be added to it. */
  readonly add?: { readonly says: string; readonly path: Path; readonly value: Json };
}

const rows = (value: Json): Rows => (Array.isArray(value) ? (value as Rows) : []);
const text = (value: Json): string => (typeof value === 'string' ? value : '');

/** Of a checkpoint these are not edited: by them scores and code find it. */
const FIXED = new Set(['id', 'phase']);

/** In which order the fields of a thing are read: what it is, what can be seen, what is said of it. The database keeps none. */
const ORDER = [
  ...['code', 'name', 'event', 'span', 'of', 'views', 'scoredFor', 'notScoredForKinds', 'school', 'levels', 'option', 'readings'],
  ...['faults', 'seen', 'why', 'cue', 'lookAgain', 'drills', 'opposes', 'focus', 'strength', 'figures', 'question', 'options'],
  ...['rule', 'defaults', 'onHandOut', 'cause', 'effect', 'id', 'step', 'ball', 'need', 'stand', 'do', 'feel', 'stop', 'noBall'],
  ...[
    'wanted',
    'acceptable',
    'faultBelow',
    'faultAbove',
    'ageGroups',
    'notForKinds',
    'note',
    'throws',
    'repetitions',
    'distance',
  ],
];
const placeOf = (key: string): number => (ORDER.includes(key) ? ORDER.indexOf(key) : ORDER.length);
export const inOrder = (keys: readonly string[]): string[] => [...keys].sort((a, b) => placeOf(a) - placeOf(b));

/** The draft in the order of the work: checkpoints with their bands by phase, then schools, causes, drills and doses. */
export function draftParts(document: Record<string, Json>): DraftPart[] {
  const checkpoints = rows(document.checkpoints);
  const bands = rows(document.bands);
  const phases = rows(document.phases).map(
    (p): DraftPart => ({
      id: text(p.id),
      name: text(p.name),
      entries: checkpoints.flatMap((c, i) =>
        c.phase === p.id
          ? [
              {
                name: `${text(c.id)} ${text(c.name)}`,
                path: ['checkpoints', i],
                remove: false,
                fields: [
                  ...Object.keys(c)
                    .filter((k) => !FIXED.has(k))
                    .map((k): Path => ['checkpoints', i, k]),
                  ...bands.flatMap((b, n): Path[] => (b.checkpoint === c.id ? [['bands', n]] : [])),
                ],
              },
            ]
          : [],
      ),
    }),
  );
  const list = (id: string, name: string, nameOf: (row: Record<string, Json>) => string, remove = true): DraftPart => ({
    id,
    name,
    entries: rows(document[id]).map((row, i) => ({ name: nameOf(row), path: [id, i], fields: [[id, i]], remove })),
  });
  return [
    ...phases,
    list('schools', 'Schools', (s) => `${text(s.id)} ${text(s.question)}`, false),
    {
      ...list('causes', 'Causes', (c) => `${text(c.cause)} → ${text(c.effect)}`),
      add: {
        says: 'Add a cause',
        path: ['causes', rows(document.causes).length],
        value: { cause: '', effect: '', why: '' },
      },
    },
    {
      ...list('drills', 'Drills', (d) => text(d.name) || text(d.id)),
      add: {
        says: 'Add a drill',
        path: ['drills', rows(document.drills).length],
        value: {
          ...{ id: `drill-${rows(document.drills).length + 1}`, step: 'out', name: '', ball: false, need: '', stand: '' },
          ...{ do: '', feel: '', stop: '', noBall: null },
        },
      },
    },
    list('doses', 'Doses', (d) => `${text(d.step)}, ${rows(d.ageGroups).join(', ')}`),
  ];
}

/** What a problem is about by its words: the checkpoint, its faults, the drill of that name. */
const isAbout = (about: string, entry: Record<string, Json>): boolean =>
  about === entry.id || (typeof entry.id === 'string' && about.includes('.') && safeCheckpoint(about) === entry.id);

function safeCheckpoint(code: string): string | null {
  try {
    return checkpointOfCode(code);
  } catch {
    return null;
  }
}

/** What is to mend in what lies at a path, or is said of it by its name. */
export function problemsAt(problems: readonly DraftProblem[], document: Record<string, Json>, path: Path): DraftProblem[] {
  const entry = valueAt(document, path);
  return problems.filter((p) =>
    p.path.length > 0
      ? path.every((step, i) => p.path[i] === step) || (path[0] === 'checkpoints' && isBandOf(document, p.path, entry))
      : p.about !== null && typeof entry === 'object' && entry !== null && isAbout(p.about, entry as Record<string, Json>),
  );
}

/** A band is edited with its checkpoint. */
function isBandOf(document: Record<string, Json>, at: Path, checkpoint: Json): boolean {
  if (at[0] !== 'bands' || typeof at[1] !== 'number') return false;
  return rows(document.bands)[at[1]]?.checkpoint === (checkpoint as Record<string, Json> | null)?.id;
}

/** What lies at a path; undefined where nothing does. */
export function valueAt(document: Json, path: Path): Json {
  let at: Json = document;
  for (const step of path) {
    if (typeof at !== 'object' || at === null) return undefined;
    at = (at as Record<string | number, Json>)[step];
  }
  return at;
}

/** The document with another value at a path; undefined takes it out. */
export function withValue(document: Json, path: Path, value: Json): Json {
  const [step, ...rest] = path;
  if (step === undefined) return value;
  if (Array.isArray(document)) {
    const copy: Json[] = [...document];
    if (rest.length === 0 && value === undefined) copy.splice(step as number, 1);
    else copy[step as number] = withValue(copy[step as number], rest, value);
    return copy;
  }
  const { [step as string]: before, ...others } = (document ?? {}) as Record<string, Json>;
  const after = withValue(before, rest, value);
  if (after === undefined) return others;
  return before === undefined && !((step as string) in ((document ?? {}) as object))
    ? { ...others, [step as string]: after }
    : Object.fromEntries(Object.entries((document ?? {}) as Record<string, Json>).map(([k, v]) => [k, k === step ? after : v]));
}
