import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { useEffect } from 'react';
import { drillPlan, type FocusItem, type Said, type CamperId } from '@stride-chalk/core';
import { Alert } from '../../parts/Alert.tsx';
import { useStillShown } from '../../parts/use-still-shown.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { FocusCard } from './FocusCard.tsx';
import { StrengthLines } from './StrengthLines.tsx';
import { useDraft, type Evaluation } from './use-draft.ts';

export interface EditorProps {
  readonly camper: {
    readonly id: CamperId;
    readonly bib: number;
    readonly name: string;
    readonly consent: { readonly film: boolean; readonly says: string };
  };
  readonly evaluation: Evaluation | null;
  /** Habits that could be added as a focus. */
  readonly further: readonly FocusItem[];
  readonly scored: boolean;
  /** Versions that were handed out, the newest first. */
  readonly versions: ReadonlyArray<{ readonly version: number; readonly on: string; readonly by: string }>;
  /** What drafts said before somebody changed them, the newest first. */
  readonly former: ReadonlyArray<{
    readonly id: string;
    readonly said: Said;
    readonly when: string;
    readonly by: string;
  }>;
  readonly next: { readonly bib: number; readonly href: string } | null;
}

/** The write-up: strengths, focus areas in order, every line the coach's own to change, and the release. */
export function EvaluationEditor({ camper, evaluation, further, scored, next, versions, former }: EditorProps) {
  const draft = useDraft(camper.id, evaluation);
  const { document, saving, problem, busy, released, change, compile, release } = draft;
  const awake = useAwake();
  useStillShown(camper.id, camper.consent.film);

  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const field = event.target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(event.target.tagName);
      if ((event.ctrlKey || event.metaKey) && event.key === 'Enter') {
        event.preventDefault();
        if (evaluation && !released) void release();
        else if (!evaluation && scored) void compile();
        return;
      }
      if (field || event.ctrlKey || event.metaKey || event.altKey) return;
      const key = event.key.toLowerCase();
      if (key === 'w' && (!evaluation || released) && scored) void compile();
      if (key === 'p' && evaluation) window.location.href = `/handouts/${camper.bib}/print`;
      if (key === 't') window.location.href = `/bench/${camper.bib}`;
      if (event.key === 'PageDown' && next) window.location.href = next.href;
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  if (!document || !evaluation) {
    return (
      <section data-awake={awake} className="grid max-w-[640px] content-start gap-4 py-8">
        <h2 className="m-0 text-large">{scored ? 'Everything that is scored can be written up' : 'Nothing is scored yet'}</h2>
        <p className="m-0">
          {scored
            ? 'The draft takes the strengths, the habits and their causes from the levels. Every line can be changed.'
            : `Mark the key frames and score the deliveries of bib ${camper.bib} first.`}
        </p>
        {problem && <Alert>{problem}</Alert>}
        <p className="m-0">
          {scored ? (
            <Action main disabled={busy} onClick={() => void compile()}>
              Write up <kbd>W</kbd>
            </Action>
          ) : (
            <Action main href={`/bench/${camper.bib}`}>
              To the bench
            </Action>
          )}
        </p>
      </section>
    );
  }
  const plan = drillPlan(document.focus, document.drillDays, document.drillThrows);
  // What was dropped comes back with the words that it had.
  const addable = further
    .filter((f) => !document.focus.some((x) => x.checkpoint === f.checkpoint))
    .map((f) => draft.dropped.find((x) => x.checkpoint === f.checkpoint) ?? f);
  return (
    <section data-awake={awake} className="grid min-w-0 content-start gap-4 py-4">
      <div className="flex flex-wrap items-center gap-3">
        {released ? (
          <p className="m-0 flex-1 text-note">
            <b className="text-grass">Released.</b> Version {evaluation.version} never changes; a new version begins with its
            words.
          </p>
        ) : (
          <p className="m-0 flex-1 text-small text-soft">
            Draft, version {evaluation.version}.{' '}
            <b role="status" data-testid="draft-saved" className={saving === 'saved' ? 'text-grass' : 'text-ink'}>
              {saving === 'saved' ? 'All saved' : saving === 'saving' ? 'Saving …' : 'Kept here, not saved'}
            </b>
          </p>
        )}
        {!released && (
          <Action main disabled={busy || !camper.consent.film} onClick={() => void release()}>
            Release <kbd>Ctrl ↵</kbd>
          </Action>
        )}
        {camper.consent.film && <Action href={`/handouts/${camper.bib}/print`}>Print page</Action>}
        {released ? (
          <Action disabled={busy} onClick={() => void compile()}>
            New version <kbd>W</kbd>
          </Action>
        ) : (
          <Action disabled={busy} onClick={() => void compile('levels')}>
            Draft anew from the levels
          </Action>
        )}
        {released && next && (
          <Action main href={next.href}>
            Next: {next.bib}
          </Action>
        )}
      </div>
      {!camper.consent.film && (
        <p className="care-band m-0 px-4 py-2">
          <b>{camper.consent.says}</b> Nothing of bib {camper.bib} is shown, printed or handed out. What is written here is kept.
        </p>
      )}
      {problem && <Alert>{problem}</Alert>}
      {draft.others && (
        <Alert>
          <p className="m-0 text-note">{draft.others}</p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Action main className="min-h-[44px]" href={`/handouts/${camper.bib}`} target="_blank" rel="noreferrer">
              See theirs beside mine
            </Action>
            <Action className="bg-paper" onClick={draft.writeOver}>
              Keep mine; theirs stays among the former drafts
            </Action>
            <Action className="bg-paper" onClick={() => window.location.reload()}>
              Take theirs
            </Action>
          </div>
        </Alert>
      )}
      {(versions.length > 0 || former.length > 0) && (
        <details className="border-y border-rule py-1">
          <summary className="flex min-h-[44px] cursor-pointer items-center text-small underline">
            {[
              versions.length > 0 && `Handed out: ${versions.map((v) => `version ${v.version}`).join(', ')}`,
              former.length > 0 && `Former drafts: ${former.length}`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </summary>
          <ul className="m-0 list-none p-0 text-small">
            {versions.map((v) => (
              <li key={v.version} className="flex flex-wrap items-center gap-3 border-t border-rule py-1">
                <a href={`/handouts/${camper.bib}/print?version=${v.version}`}>Version {v.version}</a>
                <span className="text-soft">
                  released on {v.on} by {v.by}
                </span>
              </li>
            ))}
            {former.map((f) => (
              <li key={f.id} className="flex flex-wrap items-center gap-3 border-t border-rule py-1">
                <span className="me-auto">
                  Draft by {f.by}, {f.when}:{' '}
                  <span className="text-soft">{f.said.focus.map((x) => x.title).join('; ') || 'no focus'}</span>
                </span>
                {!released && (
                  <Action className="!py-1 !min-h-0" onClick={() => draft.bringBack(f.said)}>
                    Bring it back
                  </Action>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
      {!released && (
        <>
          {document.focus.length === 0 && (
            <p className="m-0 bg-wash px-4 py-3 text-note">
              {document.deliveries === 1
                ? 'One delivery is scored: too little to call anything a habit. Film and score another, or add below what you saw more often than once.'
                : 'No habit needs work now: no focus is invented. Add one below if you saw more than the levels say.'}
            </p>
          )}
          <ol className="m-0 grid list-none gap-3 p-0">
            {document.focus.map((f, i) => (
              <FocusCard
                key={f.checkpoint}
                focus={f}
                index={i}
                draft={draft}
                plan={plan}
                most={document.drillThrows}
                last={i === document.focus.length - 1}
              />
            ))}
          </ol>
          {document.focus.length < 4 && addable.length > 0 && (
            <div className="flex flex-wrap items-center gap-2">
              <span className="text-small text-soft">Add:</span>
              {addable.map((f) => (
                <Action
                  key={f.checkpoint}
                  className="!py-[6px] !min-h-0"
                  onClick={() => change((d) => ({ ...d, focus: [...d.focus, f] }))}
                >
                  {f.title}
                </Action>
              ))}
            </div>
          )}
          {(document.later ?? []).length > 0 && (
            <Panel id="later" title="Later" size="lead">
              <p className="m-0 text-small text-soft">
                Habits beyond the focus. The family does not see them: not too much at once.
              </p>
              <ul className="m-0 ps-5 text-small">
                {document.later.map((l) => (
                  <li key={l}>{l}</li>
                ))}
              </ul>
            </Panel>
          )}
          {document.strengths.length > 0 && <StrengthLines strengths={document.strengths} draft={draft} />}
          <label className="flex items-center gap-3 text-small">
            Re-film on
            <input
              type="date"
              value={document.reFilmOn ?? ''}
              onChange={(e) => change((d) => ({ ...d, reFilmOn: e.target.value || null }))}
              className="border-[1.5px] border-soft bg-paper px-2 py-1"
            />
          </label>
        </>
      )}
    </section>
  );
}
