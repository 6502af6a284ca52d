import {
  AGE_GROUPS,
  DELIVERY_KINDS,
  EVENT_IDS,
  EVENTS,
  CHILD_FIGURE_IDS,
  FIGURES,
  VIEW_IDS,
  type DraftProblem,
  type EventId,
} from '@stride-chalk/core';
import { useId } from 'react';
import { Action } from '../../parts/Action.tsx';
import { Tick } from '../../parts/Tick.tsx';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import { inOrder, valueAt, type Json } from './draft-parts.ts';

type Path = ReadonlyArray<string | number>;

/** How the staff call what a field holds. */
const NAMES: Readonly<Record<string, string>> = {
  name: 'Name',
  event: 'Judged at',
  span: 'Judged in motion, from and to',
  of: 'Asked of',
  views: 'Can be judged from',
  scoredFor: 'Scored at',
  notScoredForKinds: 'Not scored in',
  figures: 'Figures',
  school: 'School',
  levels: 'Levels',
  readings: 'Readings',
  option: 'Reading',
  faults: 'Faults',
  code: 'Code',
  seen: 'What was seen',
  opposes: 'Its opposites',
  why: 'Why it matters',
  cue: 'Cue',
  young: 'From 7 to 12',
  older: 'From 13',
  lookAgain: 'What the re-film should show',
  drills: 'Drills, in order',
  focus: 'Where no fault was named',
  title: 'Title',
  strength: 'Said of a strength',
  wanted: 'Wanted, from and to',
  acceptable: 'Acceptable, from and to',
  faultBelow: 'Fault below',
  faultAbove: 'Fault above',
  ageGroups: 'At the ages',
  note: 'Note',
  question: 'Question',
  options: 'Both readings',
  rule: 'Rule',
  defaults: 'The sheet’s own choice',
  onHandOut: 'Named on the hand-out',
  cause: 'Cause',
  effect: 'What follows',
  backwards: 'Why backwards in time',
  step: 'Step',
  ball: 'With a ball',
  need: 'What is needed',
  stand: 'How to stand',
  do: 'What to do',
  feel: 'What it should feel like',
  stop: 'What to stop for',
  noBall: 'Without a ball',
  dose: 'A dose of its own',
  throws: 'Throws',
  repetitions: 'Repetitions without a ball',
  distance: 'Distance',
  figure: 'Figure',
  checkpoint: 'Checkpoint',
  notForKinds: 'Not in',
  id: 'Id',
};
/** What is chosen from a list rather than written. */
const CHOICES: Readonly<Record<string, readonly string[]>> = {
  event: EVENT_IDS,
  span: EVENT_IDS,
  views: VIEW_IDS,
  scoredFor: AGE_GROUPS,
  ageGroups: AGE_GROUPS,
  notScoredForKinds: DELIVERY_KINDS,
  notForKinds: DELIVERY_KINDS,
  figures: CHILD_FIGURE_IDS,
  figure: CHILD_FIGURE_IDS,
  of: ['delivery', 'set'],
  step: ['hand', 'turn', 'shift', 'out', 'whole'],
};
const choiceName = (key: string, value: string): string =>
  key === 'event' || key === 'span'
    ? (EVENTS.find((e: { id: EventId; name: string }) => e.id === value)?.name ?? value)
    : key === 'views'
      ? VIEW_NAMES[value as keyof typeof VIEW_NAMES]
      : key === 'figures' || key === 'figure'
        ? (FIGURES[value as keyof typeof FIGURES]?.name ?? value)
        : value;

const nameOf = (path: Path): string => {
  const last = path.at(-1)!;
  if (typeof last === 'number') {
    const list = path.at(-2);
    if (list === 'levels' || list === 'seen') return `Level ${last}`;
    if (list === 'wanted' || list === 'acceptable') return last === 0 ? 'from (empty: open)' : 'to (empty: open)';
    return String(last + 1);
  }
  return NAMES[last] ?? last;
};

interface FieldProps {
  readonly document: Json;
  readonly path: Path;
  readonly problems: readonly DraftProblem[];
  readonly onChange: (path: Path, value: Json) => void;
}

/** One field of the draft, or a part with fields of its own, each with what is wrong beside it. */
export function DraftField(props: FieldProps) {
  const { document, path, onChange } = props;
  const value = valueAt(document, path);
  const key = String(path.at(-1));
  const choices = CHOICES[key];
  if (Array.isArray(value) && choices && key !== 'span' && !value.some((v) => typeof v === 'object'))
    return <Several {...props} of={choices} chosen={value as readonly string[]} />;
  if (Array.isArray(value)) return <Many {...props} items={value} />;
  if (typeof value === 'object' && value !== null) return <Group {...props} keys={Object.keys(value)} />;
  if (typeof value === 'boolean')
    return <Tick label={nameOf(path)} checked={value} onChange={(e) => onChange(path, e.target.checked)} />;
  return <Line {...props} value={value} />;
}

const wrongAt = (problems: readonly DraftProblem[], path: Path): readonly DraftProblem[] =>
  problems.filter((p) => p.path.length === path.length && path.every((step, i) => p.path[i] === step));

/** A text or a number; an end of a band that is empty is open. */
function Line({ path, problems, onChange, value, document }: FieldProps & { value: Json }) {
  const id = useId();
  const wrong = wrongAt(problems, path);
  const list = path.at(-2);
  const key = String(typeof path.at(-1) === 'number' ? list : path.at(-1));
  const isNumber = typeof value === 'number' || list === 'wanted' || list === 'acceptable';
  const choices = CHOICES[key];
  const ends = list === 'wanted' || list === 'acceptable';
  const options = key === 'faultBelow' || key === 'faultAbove' ? faultsOf(document, path) : null;
  return (
    <div className="mb-2 grid gap-x-4 sm:grid-cols-[200px_1fr]">
      <label htmlFor={id} className="pt-2 text-small text-soft">
        {nameOf(path)}
      </label>
      <div className="min-w-0">
        {choices || options ? (
          <select
            id={id}
            className="field w-full"
            value={String(value ?? '')}
            onChange={(e) => onChange(path, e.target.value || null)}
          >
            {options && <option value="">none</option>}
            {(choices ?? options!.map((o) => o.code)).map((c) => (
              <option key={c} value={c}>
                {options ? options.find((o) => o.code === c)!.name : choiceName(key, c)}
              </option>
            ))}
          </select>
        ) : isNumber ? (
          <input
            id={id}
            className="field w-[130px]"
            inputMode="decimal"
            defaultValue={value === null || value === undefined ? '' : String(value)}
            onChange={(e) => onChange(path, readNumber(e.target.value, ends))}
          />
        ) : (
          <textarea
            id={id}
            rows={Math.max(1, Math.ceil(String(value ?? '').length / 90))}
            className="field w-full !py-2"
            value={String(value ?? '')}
            aria-invalid={wrong.length > 0 || undefined}
            onChange={(e) => onChange(path, e.target.value)}
          />
        )}
        {wrong.map((w) => (
          <p key={w.message} role="alert" className="m-0 text-small font-semibold text-clay">
            {w.message}
          </p>
        ))}
      </div>
    </div>
  );
}

/** What is typed as a number: an empty end is open; what is no number stays what it is, so that it is named. */
export function readNumber(typed: string, ends: boolean): Json {
  const text = typed.trim().replace(',', '.');
  if (text === '') return ends ? null : '';
  const n = Number(text);
  return Number.isFinite(n) ? n : typed;
}

/** The faults of the checkpoint to which a band belongs. */
function faultsOf(document: Json, path: Path): Array<{ code: string; name: string }> {
  const checkpoint = valueAt(document, [...path.slice(0, 2), 'checkpoint']);
  const all = valueAt(document, ['checkpoints']) as ReadonlyArray<Record<string, Json>> | undefined;
  const faults = all?.find((c) => c.id === checkpoint)?.faults as ReadonlyArray<Record<string, Json>> | undefined;
  return (faults ?? []).map((f) => ({ code: String(f.code), name: String(f.name) }));
}

function Several({ path, of, chosen, onChange, problems }: FieldProps & { of: readonly string[]; chosen: readonly string[] }) {
  const key = String(path.at(-1));
  const wrong = wrongAt(problems, path);
  return (
    <fieldset className="m-0 mb-2 border-0 p-0">
      <legend className="p-0 text-small text-soft">{nameOf(path)}</legend>
      <div className="flex flex-wrap gap-x-4">
        {of.map((c) => (
          <Tick
            key={c}
            label={choiceName(key, c)}
            checked={chosen.includes(c)}
            onChange={(e) =>
              onChange(path, e.target.checked ? of.filter((x) => chosen.includes(x) || x === c) : chosen.filter((x) => x !== c))
            }
          />
        ))}
      </div>
      {wrong.map((w) => (
        <p key={w.message} role="alert" className="m-0 text-small font-semibold text-clay">
          {w.message}
        </p>
      ))}
    </fieldset>
  );
}

/** A fault to begin with, by what stands at a fault of the sheet. */
const emptyLike = (value: Json): Json => {
  if (Array.isArray(value)) return value.map((v) => (typeof v === 'string' ? '' : emptyLike(v)));
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, k === 'opposes' || k === 'drills' ? [] : emptyLike(v)]));
  return typeof value === 'string' ? '' : value;
};

/** Lists that can grow and shrink. */
const GROWS: Readonly<Record<string, string>> = { faults: 'fault', drills: 'drill', opposes: 'opposite' };

function Many(props: FieldProps & { items: readonly Json[] }) {
  const { path, items, onChange, document } = props;
  const key = String(path.at(-1));
  const grows = path.length > 1 ? GROWS[key] : undefined;
  const drills = key === 'drills' ? (valueAt(document, ['drills']) as ReadonlyArray<Record<string, Json>>) : null;
  return (
    <fieldset className="m-0 mb-2 border-0 border-s-4 border-rule p-0 ps-3">
      <legend className="float-start w-full p-0 text-small font-semibold">{nameOf(path)}</legend>
      <div className="clear-both">
        {items.map((item, i) => (
          <div key={i} className="flex items-start gap-2">
            <div className="min-w-0 flex-1">
              {drills && typeof item === 'string' ? (
                <select
                  aria-label={`Drill ${i + 1}`}
                  className="field mb-1 w-full"
                  value={item}
                  onChange={(e) => onChange([...path, i], e.target.value)}
                >
                  {!drills.some((d) => d.id === item) && <option value={item}>choose</option>}
                  {drills.map((d) => (
                    <option key={String(d.id)} value={String(d.id)}>
                      {String(d.name)}
                    </option>
                  ))}
                </select>
              ) : (
                <DraftField {...props} path={[...path, i]} />
              )}
            </div>
            {grows && (
              <button
                type="button"
                aria-label={`Take out ${grows} ${i + 1}`}
                className="min-h-[44px] border-0 bg-transparent px-2 underline"
                onClick={() => onChange([...path, i], undefined)}
              >
                out
              </button>
            )}
          </div>
        ))}
        {grows && (
          <Action
            className="!min-h-[40px] !py-1"
            onClick={() => onChange([...path, items.length], items.length > 0 ? emptyLike(items[0]) : '')}
          >
            Add a {grows}
          </Action>
        )}
      </div>
    </fieldset>
  );
}

/** Not shown: by them scores and code find the thing. */
const SHOWN_NEVER = new Set(['checkpoint', 'figure']);

function Group(props: FieldProps & { keys: readonly string[] }) {
  const { path, keys, document } = props;
  const value = valueAt(document, path) as Record<string, Json>;
  const title =
    path[0] === 'bands' && path.length === 2
      ? `Band of ${choiceName('figure', String(value.figure))}${value.ageGroups ? ` at ${(value.ageGroups as string[]).join(', ')}` : ''}${value.school ? ` (${String((value.school as Record<string, Json>).option)})` : ''}`
      : typeof path.at(-1) === 'number'
        ? String(value.name ?? value.option ?? value.code ?? '')
        : nameOf(path);
  const topLevel = path.length === 2 && path[0] !== 'bands';
  const fields = inOrder(keys)
    .filter((k) => !(path[0] === 'bands' && SHOWN_NEVER.has(k)))
    .map((k) => <DraftField key={k} {...props} path={[...path, k]} />);
  if (topLevel) return <>{fields}</>;
  return (
    <details className="mb-2 border-s-4 border-rule ps-3" open={path.length < 4 && path[0] === 'bands'}>
      <summary className="min-h-[40px] cursor-pointer py-2 text-small font-semibold">{title || nameOf(path)}</summary>
      {fields}
    </details>
  );
}
