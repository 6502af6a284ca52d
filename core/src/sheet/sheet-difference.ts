import type { Sheet } from './shape.ts';

/** One thing that is otherwise in a later version of a sheet. */
export interface SheetChange {
  /** What it is about, as the staff call it: a checkpoint with its name, a drill, a school, the causes. */
  readonly about: string;
  /** In words, with what stood there and what stands there now. */
  readonly says: string;
}

/** How the parts of a sheet are called. */
const WORDS: Readonly<Record<string, string>> = {
  levels: 'level',
  readings: 'reading',
  faults: 'fault',
  seen: 'what was seen, level',
  why: 'why',
  cue: 'cue',
  young: 'up to 12',
  older: 'from 13',
  lookAgain: 'what the re-film shows',
  drills: 'drills',
  name: 'name',
  event: 'key frame',
  span: 'span',
  of: 'asked of',
  views: 'views',
  scoredFor: 'ages',
  notScoredForKinds: 'not in deliveries of kind',
  figures: 'figures',
  focus: 'without a fault',
  title: 'title',
  strength: 'strength',
  phase: 'phase',
  opposes: 'opposes',
  wanted: 'wanted',
  acceptable: 'acceptable',
  faultBelow: 'fault below',
  faultAbove: 'fault above',
  ageGroups: 'ages',
  note: 'note',
  need: 'what is needed',
  stand: 'how to stand',
  do: 'what to do',
  feel: 'what it feels like',
  stop: 'when to stop',
  noBall: 'without a ball',
  ball: 'with a ball',
  dose: 'dose',
  throws: 'throws',
  repetitions: 'repetitions',
  distance: 'distance',
  step: 'step',
  question: 'question',
  options: 'reading',
  rule: 'rule',
  defaults: 'the sheet’s own choice at',
  onHandOut: 'on the hand-out',
  school: 'school',
  backwards: 'why backwards',
};

type Json = null | string | number | boolean | readonly Json[] | { readonly [key: string]: Json };
const isList = (v: Json | undefined): v is readonly Json[] => Array.isArray(v);
const isObject = (v: Json | undefined): v is { readonly [key: string]: Json } =>
  typeof v === 'object' && v !== null && !isList(v);

const shown = (value: Json | undefined): string => {
  if (value === undefined || value === null) return 'nothing';
  if (typeof value === 'string') return `“${value}”`;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (isList(value))
    return value.length === 0
      ? 'nothing'
      : value.map((v) => (v === null ? 'open' : typeof v === 'object' ? '…' : String(v))).join(', ');
  return typeof value === 'number' ? String(value) : 'more';
};

/** Lists of things that have a name of their own are compared thing by thing, others as a whole. */
const keyOf = (value: Json): string | null => {
  if (!isObject(value)) return null;
  const key = value.code ?? value.id ?? value.option;
  return typeof key === 'string' ? key : null;
};

function walk(before: Json | undefined, after: Json | undefined, at: readonly string[], found: string[]): void {
  if (JSON.stringify(before) === JSON.stringify(after)) return;
  const where = at.join(' ');
  if (isObject(before) && isObject(after)) {
    for (const key of new Set([...Object.keys(before), ...Object.keys(after)]))
      walk(before[key], after[key], [...at, WORDS[key] ?? key], found);
    return;
  }
  if (isList(before) && isList(after)) {
    const named = [...before, ...after].every((v) => keyOf(v) !== null) && before.length + after.length > 0;
    if (named) {
      const keys = new Set([...before, ...after].map((v) => keyOf(v)!));
      for (const key of keys)
        walk(
          before.find((v) => keyOf(v) === key),
          after.find((v) => keyOf(v) === key),
          [...at, key],
          found,
        );
      return;
    }
    const texts = before.length === after.length && before.every((v) => typeof v === 'string' && v.includes(' '));
    if (texts) {
      for (const [i, text] of before.entries()) walk(text, after[i], [...at, String(i)], found);
      return;
    }
  }
  if (before === undefined) found.push(`${where} is new: ${shown(isObject(after) ? (after.name ?? after.do ?? null) : after)}`);
  else if (after === undefined) found.push(`${where} is gone`);
  else found.push(`${where}: ${shown(after)} instead of ${shown(before)}`);
}

function changesOf(before: unknown, after: unknown): string[] {
  const found: string[] = [];
  walk(before as Json, after as Json, [], found);
  return found.map((f) => f.trim());
}

/** Two lists of things with a name of their own, thing by thing. */
function byName<T>(
  before: readonly T[],
  after: readonly T[],
  nameOf: (thing: T) => string,
  words: (thing: T) => string,
): SheetChange[] {
  const names = [...new Set([...before, ...after].map(nameOf))];
  return names.flatMap((name): SheetChange[] => {
    const [then, now] = [before, after].map((all) => all.find((x) => nameOf(x) === name));
    if (then === undefined) return [{ about: words(now!), says: 'is new' }];
    if (now === undefined) return [{ about: words(then), says: 'is gone' }];
    return changesOf(then, now).map((says) => ({ about: words(now), says }));
  });
}

/**
 * What is otherwise in one version of a sheet than in another, in words, in the order of the sheet. The number of the version is not told.
 *
 * @example sheetDifference(version1, version2)[0] // { about: 'A1 Base', says: 'level 3: “…” instead of “…”' }
 */
export function sheetDifference(before: Sheet, after: Sheet): SheetChange[] {
  const bandName = (b: Sheet['bands'][number]): string =>
    [
      b.checkpoint,
      b.figure,
      b.ageGroups?.join(' ') ?? '',
      b.school ? `${b.school.id} ${b.school.option}` : '',
      b.notForKinds?.join(' ') ?? '',
    ].join('|');
  const nameOf = (id: string): string => {
    const found = after.checkpoints.find((c) => c.id === id) ?? before.checkpoints.find((c) => c.id === id);
    return found ? `${id} ${found.name}` : id;
  };
  const same = JSON.stringify(before.name) === JSON.stringify(after.name);
  return [
    ...(same ? [] : [{ about: 'The sheet', says: `name: “${after.name}” instead of “${before.name}”` }]),
    ...byName(
      before.phases,
      after.phases,
      (p) => p.id,
      (p) => `Phase ${p.name}`,
    ),
    ...byName(
      before.checkpoints,
      after.checkpoints,
      (c) => c.id,
      (c) => `${c.id} ${c.name}`,
    ),
    ...byName(before.bands, after.bands, bandName, (b) => {
      const of = [b.ageGroups?.join(', '), b.school && `${b.school.id} ${b.school.option}`].filter(Boolean).join('; ');
      return `Band of ${b.figure} at ${nameOf(b.checkpoint)}${of ? ` (${of})` : ''}`;
    }),
    ...byName(
      before.schools,
      after.schools,
      (s) => s.id,
      (s) => `School ${s.question}`,
    ),
    ...byName(
      before.causes,
      after.causes,
      (c) => `${c.cause} → ${c.effect}`,
      (c) => `Cause ${c.cause} → ${c.effect}`,
    ),
    ...byName(
      before.drills,
      after.drills,
      (d) => d.id,
      (d) => `Drill ${d.name}`,
    ),
    ...byName(
      before.doses,
      after.doses,
      (d) => `${d.step} ${d.ageGroups.join(' ')}`,
      (d) => `Dose of step ${d.step} at ${d.ageGroups.join(', ')}`,
    ),
  ];
}
