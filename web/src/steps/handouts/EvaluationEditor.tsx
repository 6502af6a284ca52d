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
        <h2 className="m-0 text-[30px]">{scored ? 'Everything that is scored can be written up' : 'Nothing is scored yet'}</h2>
        <p className="m-0">
          {scored
            ? 'The draft takes the strengths, the habits and their causes from the levels. Every line can be changed.'
            : `Mark the key frames and score the deliveries of bib ${camper.bib} first.`}
        </p>
        {problem && <Alert>{problem}</Alert>}
        <p className="m-0">
          {scored ? (
            <button type="button" className="main-action" disabled={busy} onClick={() => void compile()}>
              Write up <kbd>W</kbd>
            </button>
          ) : (
            <a className="main-action" href={`/bench/${camper.bib}`}>
              To the bench
            </a>
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
          <p className="m-0 flex-1 text-[16px]">
            <b className="text-grass">Released.</b> Version {evaluation.version} never changes; a new version begins with its
            words.
          </p>
        ) : (
          <p className="m-0 flex-1 text-[15px] text-soft">
            Draft, version {evaluation.version}.{' '}
            <b role="status" data-testid="draft-saved" className={saving === 'saved' ? 'text-grass' : 'text-ink'}>
              {saving === 'saved' ? 'All saved' : saving === 'saving' ? 'Saving …' : 'Kept here, not saved'}
            </b>
          </p>
        )}
        {camper.consent.film && (
          <a className="quiet-action" href={`/handouts/${camper.bib}/print`}>
            Print page
          </a>
        )}
        {released ? (
          <button type="button" className="quiet-action" disabled={busy} onClick={() => void compile()}>
            New version <kbd>W</kbd>
          </button>
        ) : (
          <>
            <button type="button" className="quiet-action" disabled={busy} onClick={() => void compile('levels')}>
              Draft anew from the levels
            </button>
            <button type="button" className="main-action" disabled={busy || !camper.consent.film} onClick={() => void release()}>
              Release <kbd>Ctrl ↵</kbd>
            </button>
          </>
        )}
        {released && next && (
          <a className="main-action" href={next.href}>
            Next: {next.bib}
          </a>
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
          <p className="m-0 text-[16px]">{draft.others}</p>
          <div className="mt-2 flex flex-wrap gap-2">
            <a className="main-action min-h-[44px]" href={`/handouts/${camper.bib}`} target="_blank" rel="noreferrer">
              See theirs beside mine
            </a>
            <button type="button" className="quiet-action bg-paper" onClick={draft.writeOver}>
              Keep mine; theirs stays among the former drafts
            </button>
            <button type="button" className="quiet-action bg-paper" onClick={() => window.location.reload()}>
              Take theirs
            </button>
          </div>
        </Alert>
      )}
      {(versions.length > 0 || former.length > 0) && (
        <details className="border-y border-rule py-1">
          <summary className="flex min-h-[44px] cursor-pointer items-center text-[15px] underline">
            {[
              versions.length > 0 && `Handed out: ${versions.map((v) => `version ${v.version}`).join(', ')}`,
              former.length > 0 && `Former drafts: ${former.length}`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </summary>
          <ul className="m-0 list-none p-0 text-[15px]">
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
                  <button type="button" className="quiet-action !py-1" onClick={() => draft.bringBack(f.said)}>
                    Bring it back
                  </button>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
      {!released && (
        <>
          {document.focus.length === 0 && (
            <p className="m-0 bg-wash px-4 py-3 text-[16px]">
              No habit needs work now: no focus is invented. Add one below if you saw more than the levels say.
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
              <span className="text-[15px] text-soft">Add:</span>
              {addable.map((f) => (
                <button
                  key={f.checkpoint}
                  type="button"
                  className="quiet-action !py-[6px]"
                  onClick={() => change((d) => ({ ...d, focus: [...d.focus, f] }))}
                >
                  {f.title}
                </button>
              ))}
            </div>
          )}
          {(document.later ?? []).length > 0 && (
            <section aria-labelledby="later">
              <h2 id="later" className="m-0 text-[20px]">
                Later
              </h2>
              <p className="m-0 text-[14.5px] text-soft">
                Habits beyond the focus. The family does not see them: not too much at once.
              </p>
              <ul className="m-0 ps-5 text-[15px]">
                {document.later.map((l) => (
                  <li key={l}>{l}</li>
                ))}
              </ul>
            </section>
          )}
          {document.strengths.length > 0 && <StrengthLines strengths={document.strengths} draft={draft} />}
          <label className="flex items-center gap-3 text-[15px]">
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
