import { useEffect, useRef, useState } from 'react';
import { doneSchema, draftSavedSchema, saidSchema, type FocusItem, type Said, type CamperId } from '@stride-chalk/core';
import { askServer, type AskError } from '../../parts/ask-server.ts';

type Saving = 'saved' | 'saving' | 'kept';

export interface Evaluation {
  readonly id: string;
  readonly version: number;
  /** How often the draft was changed, as the page has it. */
  readonly revision: number;
  /** Its words. */
  readonly said: Said;
  readonly released: boolean;
}

/** How long the hand rests before a change is sent, in milliseconds. */
const REST = 350;

/** The draft of an evaluation: every change is saved as the hand rests; and how it begins, and how it is released. */
export function useDraft(camperId: CamperId, evaluation: Evaluation | null) {
  const [document, setDocument] = useState(evaluation?.said ?? null);
  const [saving, setSaving] = useState<Saving>('saved');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [dropped, setDropped] = useState<readonly FocusItem[]>([]);
  const released = evaluation?.released ?? false;
  /** The draft as it is on the screen, and as the server has it. */
  const latest = useRef(document);
  const kept = useRef(document);
  /** One save after the other: an older draft never arrives after a newer one. */
  const sending = useRef<Promise<boolean>>(Promise.resolve(true));
  const revision = useRef(evaluation?.revision ?? 0);
  /** Somebody else's change of the draft, in words; nothing is saved before the coach has chosen. */
  const [others, setOthers] = useState<string | null>(null);
  const writesOver = useRef(false);

  const save = (): Promise<boolean> => {
    sending.current = sending.current.then(async () => {
      const now = latest.current;
      if (now === kept.current) return true;
      const checked = saidSchema.safeParse(now);
      if (!checked.success) {
        setSaving('kept');
        setProblem('A line is empty: fill it, or drop its focus.');
        return false;
      }
      try {
        const over = writesOver.current;
        const answer = await askServer(draftSavedSchema, `/api/evaluations/${evaluation!.id}`, {
          method: 'PUT',
          body: { said: checked.data, revision: revision.current, over },
        });
        writesOver.current = false;
        revision.current = answer.revision;
        setOthers(null);
        kept.current = now;
        setSaving(latest.current === now ? 'saved' : 'saving');
        setProblem(null);
        return true;
      } catch (error) {
        setSaving('kept');
        const { code, message } = error as AskError;
        if (code === 'newer-draft') setOthers(message);
        else setProblem(`Not saved yet: ${message}`);
        return false;
      }
    });
    return sending.current;
  };

  const saveNow = useRef(save);
  saveNow.current = save;
  const id = evaluation?.id ?? null;
  useEffect(() => {
    if (id === null || released || document === kept.current) return;
    setSaving('saving');
    const timer = setTimeout(() => void saveNow.current(), REST);
    return () => clearTimeout(timer);
  }, [document, id, released]);

  useEffect(() => {
    // Whoever leaves before the hand has rested takes nothing with him.
    const leave = (): void => {
      const checked = saidSchema.safeParse(latest.current);
      if (id !== null && !released && latest.current !== kept.current && checked.success)
        void askServer(doneSchema, `/api/evaluations/${id}`, {
          method: 'PUT',
          body: { said: checked.data, revision: revision.current },
          keepalive: true,
        }).catch(() => {});
    };
    window.addEventListener('pagehide', leave);
    return () => window.removeEventListener('pagehide', leave);
  }, [id, released]);

  const change = (edit: (d: Said) => Said): void => {
    if (!latest.current) return;
    latest.current = edit(latest.current);
    setDocument(latest.current);
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
  const compile = async (from: 'levels' | 'last released' = released ? 'last released' : 'levels'): Promise<void> => {
    setBusy(true);
    try {
      const instead = evaluation && !released ? { id: evaluation.id, revision: revision.current } : null;
      await askServer(doneSchema, '/api/evaluations', { method: 'POST', body: { camperId, instead, from } });
      window.location.reload();
    } catch (error) {
      setProblem((error as Error).message);
      setBusy(false);
    }
  };
  const release = async (): Promise<void> => {
    if (!evaluation || !document) return;
    setBusy(true);
    if (!(await save())) return setBusy(false);
    try {
      await askServer(doneSchema, `/api/evaluations/${evaluation.id}/release`, { method: 'POST', body: {} });
      window.location.reload();
    } catch (error) {
      setProblem((error as Error).message);
      setBusy(false);
    }
  };

  return {
    document,
    saving,
    problem,
    busy,
    dropped,
    released,
    change,
    changeFocus,
    moveFocus,
    dropFocus(index: number): void {
      const gone = latest.current?.focus[index];
      if (gone) setDropped((all) => [gone, ...all]);
      change((d) => ({ ...d, focus: d.focus.filter((_, i) => i !== index) }));
    },
    compile,
    release,
    others,
    /** Saves what is here over what somebody else wrote; that is kept among the former drafts. */
    writeOver(): void {
      writesOver.current = true;
      void save();
    },
    /** Takes a former draft as the text that is on the screen. */
    bringBack: (former: Said): void => change(() => former),
  };
}

export type Draft = ReturnType<typeof useDraft>;
