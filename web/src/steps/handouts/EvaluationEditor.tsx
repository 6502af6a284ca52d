import { useEffect, useRef, useState } from 'react';
import { evaluationDocumentSchema, type EvaluationDocument, type FocusItem } from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { useAwake } from '../../parts/use-awake.ts';

export interface EditorProps {
  readonly camper: { readonly id: string; readonly bib: number; readonly name: string; readonly consentToFilm: boolean };
  readonly evaluation: {
    readonly id: string;
    readonly version: number;
    readonly document: EvaluationDocument;
    readonly released: boolean;
  } | null;
  /** Habits that could be added as a focus. */
  readonly further: readonly FocusItem[];
  readonly scored: boolean;
  readonly next: { readonly bib: number; readonly href: string } | null;
}

type Saving = 'saved' | 'saving' | 'kept';

/** The write-up: strengths, focus areas in order, every line the coach's own to change, and the release. */
export function EvaluationEditor({ camper, evaluation, further, scored, next }: EditorProps) {
  const [document, setDocument] = useState(evaluation?.document ?? null);
  const [saving, setSaving] = useState<Saving>('saved');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [dropped, setDropped] = useState<readonly FocusItem[]>([]);
  const dirty = useRef(false);
  const awake = useAwake();
  const released = evaluation?.released ?? false;

  useEffect(() => {
    if (!document || !dirty.current || !evaluation || released) return;
    setSaving('saving');
    const timer = setTimeout(() => void save(document), 350);
    return () => clearTimeout(timer);
  }, [document]);

  const save = async (now: EvaluationDocument): Promise<boolean> => {
    const checked = evaluationDocumentSchema.safeParse(now);
    if (!checked.success) {
      setSaving('kept');
      setProblem('A line is empty: fill it, or drop its focus.');
      return false;
    }
    try {
      await askServer(`/api/evaluations/${evaluation!.id}`, { method: 'PUT', body: checked.data });
      dirty.current = false;
      setSaving('saved');
      setProblem(null);
      return true;
    } catch (error) {
      setSaving('kept');
      setProblem(`Not saved yet: ${(error as Error).message}`);
      return false;
    }
  };
  const change = (edit: (d: EvaluationDocument) => EvaluationDocument): void => {
    dirty.current = true;
    setDocument((d) => (d ? edit(d) : d));
  };
  const changeFocus = (index: number, part: Partial<FocusItem>): void =>
    change((d) => ({ ...d, focus: d.focus.map((f, i) => (i === index ? { ...f, ...part } : f)) }));
  const moveFocus = (index: number, by: number): void =>
    change((d) => {
      const to = index + by;
      if (to < 0 || to >= d.focus.length) return d;
      const focus = [...d.focus];
      [focus[index], focus[to]] = [focus[to]!, focus[index]!];
      requestAnimationFrame(() => window.document.querySelector<HTMLElement>(`[data-focus="${to}"]`)?.focus());
      return { ...d, focus };
    });
  const compile = async (): Promise<void> => {
    setBusy(true);
    try {
      await askServer('/api/evaluations', { method: 'POST', body: { camperId: camper.id } });
      window.location.reload();
    } catch (error) {
      setProblem((error as Error).message);
      setBusy(false);
    }
  };
  const release = async (): Promise<void> => {
    if (!evaluation || !document) return;
    setBusy(true);
    if (dirty.current && !(await save(document))) return setBusy(false);
    try {
      await askServer(`/api/evaluations/${evaluation.id}/release`, { method: 'POST', body: {} });
      window.location.reload();
    } catch (error) {
      setProblem((error as Error).message);
      setBusy(false);
    }
  };

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
      if (event.key === 'w' && (!evaluation || released) && scored) void compile();
      if (event.key === 'p' && evaluation) window.location.href = `/handouts/${camper.bib}/print`;
      if (event.key === 'k') window.location.href = `/bench/${camper.bib}`;
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
        {problem && (
          <p role="alert" className="care-band m-0 px-4 py-2">
            {problem}
          </p>
        )}
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
  // What was dropped comes back with the words that it had.
  const addable = further
    .filter((f) => !document.focus.some((x) => x.checkpoint === f.checkpoint))
    .map((f) => dropped.find((x) => x.checkpoint === f.checkpoint) ?? f);
  return (
    <section data-awake={awake} className="grid min-w-0 content-start gap-4 py-4">
      <div className="flex flex-wrap items-center gap-3">
        {released ? (
          <p className="m-0 flex-1 text-[16px]">
            <b className="text-grass">Released.</b> Version {evaluation.version} never changes; a new version can be written from
            the levels as they are now.
          </p>
        ) : (
          <p className="m-0 flex-1 text-[15px] text-soft">
            Draft, version {evaluation.version}.{' '}
            <b role="status" data-testid="draft-saved" className={saving === 'saved' ? 'text-grass' : 'text-ink'}>
              {saving === 'saved' ? 'All saved' : saving === 'saving' ? 'Saving …' : 'Kept here, not saved'}
            </b>
          </p>
        )}
        <a className="quiet-action" href={`/handouts/${camper.bib}/print`}>
          Print page
        </a>
        {released ? (
          <button type="button" className="quiet-action" disabled={busy} onClick={() => void compile()}>
            New version <kbd>W</kbd>
          </button>
        ) : (
          <button type="button" className="main-action" disabled={busy || !camper.consentToFilm} onClick={() => void release()}>
            Release <kbd>Ctrl ↵</kbd>
          </button>
        )}
        {released && next && (
          <a className="main-action" href={next.href}>
            Next: {next.bib}
          </a>
        )}
      </div>
      {!camper.consentToFilm && (
        <p className="care-band m-0 px-4 py-2">Nobody has consented to filming bib {camper.bib}: nothing is handed out.</p>
      )}
      {problem && (
        <p role="alert" className="care-band m-0 px-4 py-2">
          {problem}
        </p>
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
              <li
                key={f.checkpoint}
                data-focus={i}
                tabIndex={-1}
                className="border border-rule bg-paper p-3"
                onKeyDown={(e) => {
                  if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
                  e.preventDefault();
                  moveFocus(i, e.key === 'ArrowUp' ? -1 : 1);
                }}
              >
                <div className="flex items-center gap-2">
                  <span className="sign text-[30px] font-semibold leading-none text-clay">{i + 1}</span>
                  <Line label={`Title of focus ${i + 1}`} value={f.title} big onChange={(title) => changeFocus(i, { title })} />
                  <button
                    type="button"
                    className="quiet-action !px-2"
                    aria-label={`Move focus ${i + 1} up`}
                    disabled={i === 0}
                    onClick={() => moveFocus(i, -1)}
                  >
                    ↑
                  </button>
                  <button
                    type="button"
                    className="quiet-action !px-2"
                    aria-label={`Move focus ${i + 1} down`}
                    disabled={i === document.focus.length - 1}
                    onClick={() => moveFocus(i, 1)}
                  >
                    ↓
                  </button>
                  <button
                    type="button"
                    className="quiet-action !px-2"
                    aria-label={`Drop focus ${i + 1}`}
                    onClick={() => {
                      setDropped((all) => [f, ...all]);
                      change((d) => ({ ...d, focus: d.focus.filter((_, k) => k !== i) }));
                    }}
                  >
                    Drop
                  </button>
                </div>
                <p className="m-0 mb-1 text-[13.5px] text-soft">{f.reasons.join(' · ')}</p>
                <Line label="Cue" value={f.cue} onChange={(cue) => changeFocus(i, { cue })} />
                <Line label="Seen" value={f.seen} onChange={(seen) => changeFocus(i, { seen })} />
                <Line label="Why" value={f.why} onChange={(why) => changeFocus(i, { why })} />
                {f.drills.map((drill, k) => (
                  <div key={drill.id} className="grid grid-cols-[1fr_auto] items-end gap-2">
                    <Line
                      label={`Drill ${k + 1}: ${drill.name}`}
                      value={drill.amount}
                      onChange={(amount) => changeFocus(i, { drills: f.drills.map((x, n) => (n === k ? { ...x, amount } : x)) })}
                    />
                    <button
                      type="button"
                      className="quiet-action !px-2 !py-[7px]"
                      aria-label={`Drop drill ${drill.name}`}
                      onClick={() => changeFocus(i, { drills: f.drills.filter((_, n) => n !== k) })}
                    >
                      Drop
                    </button>
                  </div>
                ))}
                <Line label="Look again" value={f.lookAgain} onChange={(lookAgain) => changeFocus(i, { lookAgain })} />
              </li>
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
          {document.strengths.length > 0 && (
            <div className="grid gap-2">
              <h2 className="m-0 text-[22px]">Keep doing</h2>
              {document.strengths.map((s, i) => (
                <div key={s.checkpoint} className="grid grid-cols-[1fr_1.4fr_auto] items-end gap-2">
                  <Line
                    label={`Strength ${i + 1}`}
                    value={s.title}
                    onChange={(title) =>
                      change((d) => ({ ...d, strengths: d.strengths.map((x, k) => (k === i ? { ...x, title } : x)) }))
                    }
                  />
                  <Line
                    label="Seen"
                    value={s.text}
                    onChange={(text) =>
                      change((d) => ({ ...d, strengths: d.strengths.map((x, k) => (k === i ? { ...x, text } : x)) }))
                    }
                  />
                  <button
                    type="button"
                    className="quiet-action !px-2 !py-[7px]"
                    aria-label={`Drop strength ${i + 1}`}
                    onClick={() => change((d) => ({ ...d, strengths: d.strengths.filter((_, k) => k !== i) }))}
                  >
                    Drop
                  </button>
                </div>
              ))}
            </div>
          )}
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

function Line({
  label,
  value,
  onChange,
  big = false,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  big?: boolean;
}) {
  const style = 'w-full border-0 border-b border-rule bg-transparent px-1 py-[3px] outline-offset-0';
  if (big)
    return (
      <input
        aria-label={label}
        value={value}
        maxLength={400}
        onChange={(e) => onChange(e.target.value)}
        className={`sign text-[23px] font-semibold ${style}`}
      />
    );
  return (
    <label className="mt-[3px] block min-w-0 text-[13px] text-soft">
      {label}
      <textarea
        value={value}
        maxLength={400}
        rows={Math.max(1, Math.ceil(value.length / 78))}
        onChange={(e) => onChange(e.target.value)}
        className={`block resize-none text-[15px] leading-snug text-ink [field-sizing:content] ${style}`}
      />
    </label>
  );
}
