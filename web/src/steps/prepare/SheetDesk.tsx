import {
  doneSchema,
  readDraft,
  sheetDraftKeptSchema,
  sheetEffectSchema,
  sheetReleasedSchema,
  type DraftProblem,
  type SheetEffects,
} from '@stride-chalk/core';
import { useDeferredValue, useMemo, useState } from 'react';
import { Action } from '../../parts/Action.tsx';
import { Alert } from '../../parts/Alert.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Outcome } from '../../parts/Outcome.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { DraftField } from './DraftField.tsx';
import { draftParts, problemsAt, withValue, type DraftPart, type Json } from './draft-parts.ts';
import { ReasonForm } from './ReasonForm.tsx';

type Draft = Record<string, Json>;

/** The draft of the sheet, part by part: every field with what is wrong beside it, what it would have changed, and its release. */
export function SheetDesk({
  draft,
  changes,
}: {
  draft: { readonly document: Draft; readonly revision: number };
  changes: number;
}) {
  const [document, setDocument] = useState<Draft>(draft.document);
  const [revision, setRevision] = useState(draft.revision);
  const [dirty, setDirty] = useState(false);
  const [said, setSaid] = useState<{ readonly done?: string; readonly problem?: string }>({});
  const [effect, setEffect] = useState<SheetEffects | null>(null);
  const [reckons, setReckons] = useState(false);
  const [at, setAt] = useState('start');
  // Typing comes first: what is wrong is looked for when there is time.
  const looked = useDeferredValue(document);
  const problems = useMemo(() => readDraft(looked).problems, [looked]);
  const parts = useMemo(() => draftParts(document), [document]);
  const here = parts.find((p) => p.id === at) ?? parts[0]!;
  const change = (path: ReadonlyArray<string | number>, value: Json): void => {
    setDocument((now) => withValue(now, path, value) as Draft);
    setDirty(true);
    setSaid({});
    setEffect(null);
  };
  const ask = (work: Promise<string>): Promise<void> =>
    work.then(
      (done) => setSaid({ done }),
      (error: Error) => setSaid({ problem: error.message }),
    );
  const save = async (): Promise<number> => {
    if (!dirty) return revision;
    const kept = await askServer(sheetDraftKeptSchema, '/api/sheet-draft', { method: 'PUT', body: { document, revision } });
    setRevision(kept.revision);
    setDirty(false);
    return kept.revision;
  };
  const preview = (): Promise<void> => {
    setReckons(true);
    return ask(
      save()
        .then(() => askServer(sheetEffectSchema, '/api/sheet-draft/effect', { method: 'GET' }))
        .then((found) => {
          setEffect(found);
          return '';
        })
        .finally(() => setReckons(false)),
    );
  };
  const release = (reason: string): Promise<void> =>
    ask(
      save()
        .then((now) =>
          askServer(sheetReleasedSchema, '/api/sheet-draft/release', { method: 'POST', body: { revision: now, reason } }),
        )
        .then(({ version }) => {
          window.location.href = `/sheet/versions?released=${version}`;
          return '';
        }),
    );
  return (
    <div>
      <div className="sticky top-0 z-10 flex flex-wrap items-center gap-3 border-b-2 border-ink bg-bone py-2">
        <Action main disabled={!dirty} onClick={() => ask(save().then(() => 'Saved'))}>
          Save the draft
        </Action>
        <Action onClick={preview} disabled={reckons}>
          {reckons ? 'Reckoning …' : 'What it would have changed'}
        </Action>
        <span data-testid="to-mend" className={problems.length > 0 ? 'font-semibold text-clay' : 'text-grass'}>
          {problems.length === 0 ? 'Nothing to mend' : `${problems.length} to mend`}
        </span>
        <Outcome done={said.done || null} problem={said.problem} />
      </div>
      {effect && <Effect of={effect} />}
      <nav aria-label="Parts of the sheet" className="my-3 flex flex-wrap gap-1">
        {parts.map((p) => {
          const wrong = p.entries.reduce((n, e) => n + problemsAt(problems, document, e.path).length, 0);
          return (
            <button
              key={p.id}
              type="button"
              aria-pressed={p.id === here.id}
              onClick={() => setAt(p.id)}
              className={`sign min-h-[44px] border-[1.5px] px-3 text-body ${p.id === here.id ? 'border-ink bg-ink text-bone' : 'border-rule bg-paper'}`}
            >
              {p.name}
              {wrong > 0 && <b className={p.id === here.id ? '' : 'text-clay'}> · {wrong}</b>}
            </button>
          );
        })}
      </nav>
      <Whole problems={problems} document={document} parts={parts} />
      <Part part={here} document={document} problems={problems} onChange={change} />
      <Panel id="release" title="Release it" className="mt-8 border-t-2 border-ink pt-3">
        <p className="m-0 text-note text-soft">
          {changes === 0 && !dirty ? 'Nothing is otherwise yet. ' : ''}Camps keep the version that they use; a camp goes over to
          the new one by a decision of its own. Scores keep the version that they were given under.
        </p>
        {problems.length > 0 ? (
          <p className="m-0 mt-2 font-semibold">Mend what is marked first: {problems.length} left.</p>
        ) : (
          <ReasonForm label="Why this version" action="Release" hint="what the staff will ask" onSend={release} />
        )}
        <DropDraft />
      </Panel>
    </div>
  );
}

/** What the draft would have changed: "12 of 340 suggestions, 3 campers' focus". */
function Effect({ of }: { of: SheetEffects }) {
  return (
    <section aria-label="What it would have changed" className="my-3 border-2 border-ink bg-paper px-5 py-3">
      {of.map((e) => (
        <p key={e.camp} className="m-0 text-note">
          <b>{e.camp}</b>: {e.suggestions.changed} of {e.suggestions.of} suggestions, {e.focus.changed} of {e.focus.of} campers’
          focus
          {e.bibs.length > 0 && ` (bib ${e.bibs.join(', ')})`}
          {e.scores.changed > 0 && `; ${e.scores.changed} of ${e.scores.of} levels would have no place any more`}.
        </p>
      ))}
    </section>
  );
}

/** What is to mend and belongs to no field that is shown. */
function Whole({
  problems,
  document,
  parts,
}: {
  problems: readonly DraftProblem[];
  document: Draft;
  parts: readonly DraftPart[];
}) {
  const placed = new Set(parts.flatMap((p) => p.entries.flatMap((e) => problemsAt(problems, document, e.path))));
  const left = problems.filter((p) => !placed.has(p));
  if (left.length === 0) return null;
  return (
    <Alert className="mb-3">
      <ul className="m-0 ps-5">
        {left.slice(0, 12).map((p) => (
          <li key={`${p.path.join('.')} ${p.message}`}>
            {p.path.join(' ')} {p.message}
          </li>
        ))}
      </ul>
    </Alert>
  );
}

function Part({
  part,
  document,
  problems,
  onChange,
}: {
  part: DraftPart;
  document: Draft;
  problems: readonly DraftProblem[];
  onChange: (path: ReadonlyArray<string | number>, value: Json) => void;
}) {
  return (
    <ul className="m-0 list-none p-0" aria-label={part.name}>
      {part.entries.map((e) => {
        const wrong = problemsAt(problems, document, e.path);
        return (
          <Entry
            key={e.path.join('.')}
            e={e}
            wrong={wrong}
            alone={part.entries.length === 1}
            document={document}
            problems={problems}
            onChange={onChange}
          />
        );
      })}
      {part.add && (
        <li className="py-2">
          <Action onClick={() => onChange(part.add!.path, part.add!.value)}>{part.add.says}</Action>
        </li>
      )}
    </ul>
  );
}

/** One thing of a part; it stays open while somebody works in it, also when nothing is wrong any more. */
function Entry({
  e,
  wrong,
  alone,
  document,
  problems,
  onChange,
}: {
  e: DraftPart['entries'][number];
  wrong: readonly DraftProblem[];
  alone: boolean;
  document: Draft;
  problems: readonly DraftProblem[];
  onChange: (path: ReadonlyArray<string | number>, value: Json) => void;
}) {
  const [open, setOpen] = useState(alone);
  return (
    <li className="border-b border-rule">
      <details open={open || wrong.length > 0} onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary className="sign flex min-h-[48px] cursor-pointer items-center gap-3 text-lead font-semibold">
          {e.name}
          {wrong.length > 0 && <span className="text-small text-clay">{wrong.length} to mend</span>}
        </summary>
        <div className="pb-4 ps-4">
          {wrong
            .filter((w) => w.path.length === 0)
            .map((w) => (
              <p key={w.message} role="alert" className="m-0 mb-1 text-small font-semibold text-clay">
                {w.message}
              </p>
            ))}
          {e.fields.map((path) => (
            <DraftField key={path.join('.')} document={document} path={path} problems={problems} onChange={onChange} />
          ))}
          {e.remove && (
            <button
              type="button"
              className="mt-2 min-h-[44px] border-0 bg-transparent p-0 text-small underline"
              onClick={() => onChange(e.path, undefined)}
            >
              Take it out: {e.name}
            </button>
          )}
        </div>
      </details>
    </li>
  );
}

function DropDraft() {
  const [sure, setSure] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const drop = (): Promise<void> =>
    askServer(doneSchema, '/api/sheet-draft', { method: 'DELETE' }).then(
      () => window.location.reload(),
      (error: Error) => setProblem(error.message),
    );
  return (
    <p className="m-0 mt-4">
      {sure ? (
        <Action onClick={drop}>Throw the whole draft away</Action>
      ) : (
        <button
          type="button"
          className="min-h-[44px] border-0 bg-transparent p-0 text-small underline"
          onClick={() => setSure(true)}
        >
          Throw the draft away
        </button>
      )}
      <Outcome problem={problem} />
    </p>
  );
}
